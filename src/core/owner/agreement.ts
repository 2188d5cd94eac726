/** A line of what work would cost, minor units. */
export interface QuoteLine {
  what: string;
  minor: number;
  /** Hands it is reckoned at. */
  minutes?: number;
}

/** One entry of what was agreed about somebody else's machine. */
export type OwnerAct =
  | { op: 'wishes'; text: string }
  | { op: 'quote'; lines: readonly QuoteLine[] }
  /** What is to be asked back before it is worked on, and what they said to it: the nth question. */
  | { op: 'ask'; text: string }
  | { op: 'told'; n: number; text: string }
  /** They said yes or no to the newest quote; how: "by telephone, 14:10". */
  | { op: 'answer'; yes: boolean; how: string }
  /** Also found what was asked: told before it is worked on. */
  | { op: 'found'; text: string; minor: number }
  /** What they said of the data on it: it stays, or it may go; how: "by letter, 12 June". */
  | { op: 'data'; stays: boolean; how: string };

export interface Agreement {
  wishes: string;
  quote: readonly QuoteLine[] | null;
  totalMinor: number;
  state: 'nothing' | 'quoted' | 'agreed' | 'declined';
  how: string;
  found: { text: string; minor: number }[];
  /** What was to be asked back; an empty answer: they have not said. */
  questions: { text: string; answer: string }[];
  /** Hands the quote reckons with; null: no line says. */
  minutes: number | null;
  /** The last that was said of the data on it. */
  data: { stays: boolean; how: string } | null;
}

/** What stands between the shop and the owner of a machine. @param acts in the order they happened */
export function agreementOf(acts: readonly OwnerAct[]): Agreement {
  const stands: Agreement = {
    wishes: '',
    quote: null,
    totalMinor: 0,
    state: 'nothing',
    how: '',
    found: [],
    questions: [],
    minutes: null,
    data: null,
  };
  for (const act of acts) {
    if (act.op === 'wishes') stands.wishes = act.text;
    else if (act.op === 'data') stands.data = { stays: act.stays, how: act.how };
    else if (act.op === 'found') stands.found = [...stands.found, { text: act.text, minor: act.minor }];
    else if (act.op === 'ask') stands.questions = [...stands.questions, { text: act.text, answer: '' }];
    else if (act.op === 'told')
      stands.questions = stands.questions.map((own, n) => (n === act.n ? { ...own, answer: act.text } : own));
    else if (act.op === 'quote') {
      // a new quote has to be agreed anew
      stands.quote = act.lines;
      stands.minutes = act.lines.some(({ minutes }) => minutes !== undefined)
        ? act.lines.reduce((sum, { minutes }) => sum + (minutes ?? 0), 0)
        : null;
      stands.totalMinor = act.lines.reduce((sum, { minor }) => sum + minor, 0);
      stands.state = 'quoted';
      stands.how = '';
    } else if (stands.quote) {
      stands.state = act.yes ? 'agreed' : 'declined';
      stands.how = act.how;
    }
  }
  return stands;
}
