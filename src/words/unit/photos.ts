import type { PhotoRole } from '@/core/record/photos';

/** What photographs are taken for, in words. */
export const ROLE_WORDS: Record<PhotoRole, string> = {
  before: 'before',
  after: 'after',
  defect: 'defect',
  connector: 'connector',
  screen: 'screen message',
  label: 'serial label',
};

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
