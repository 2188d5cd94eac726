/** A photograph without its bytes. */
export interface PhotoLine {
  id: string;
  note: string;
  role: string;
  about: string;
  by: string;
  at: string;
  onPapers: boolean;
}
