import type { SpecKey } from '../record/keys';

/** A step of preparing a machine for re-use, with what stands on record of it. */
export interface TechnicalStep {
  title: string;
  lines: { what: string; how: string }[];
  /** What of it is not on record, in words. */
  open: string[];
}

/** What the file is made of: what the machine's papers say, and what nobody but an inspector asks for. */
export interface TechnicalAsked {
  kind: string;
  title: string;
  tag: string;
  /** Name, value, how it is known. */
  specification: readonly { key: SpecKey; name: string; value: string; basis: string }[];
  /** When it came, with what. */
  came: string;
  flaws: readonly string[];
  tests: readonly { id: string; name: string; result: string; more: string }[];
  readings: readonly { kind: string; what: string; when: string }[];
  data: readonly {
    drive: string;
    what: string;
    method: string;
    verified: string;
    by: string;
    when: string;
  }[];
  work: readonly { what: string; when: string }[];
  /** Parts that went into it and came out of it. */
  parts: readonly { what: string; when: string }[];
  /** How it leaves. */
  leaves: string;
  warranty: string;
  trader: string;
}

/** Lines of the specification that say which machine it is. */
const IDENTITY: readonly SpecKey[] = [
  'maker',
  'model',
  'serial',
  'boardSerial',
  'weight',
  'idleWatts',
  'loadWatts',
  'firmware',
];
/** The test that is looking it over, and the reading that is its safety test. */
const LOOKED = 'surfaces';
const ELECTRICAL = 'electrical';

/**
 * The technical file of a machine prepared for re-use, in the order EN 50614 goes through it (from memory): what it is,
 * looked over, safe, working, its data, what was done, how it leaves. Every step names what is not on record: a step that
 * was not made is not left out.
 */
export function technicalFile(asked: TechnicalAsked): TechnicalStep[] {
  const { specification, tests, readings } = asked;
  const known = (key: SpecKey) => specification.some((line) => line.key === key);
  const safety = readings.filter(({ kind }) => kind === ELECTRICAL);
  const looked = tests.filter(({ id }) => id === LOOKED);
  const working = tests.filter((test) => !looked.includes(test));
  const untested = (of: typeof tests) =>
    of.filter(({ result }) => result === 'not tested').map(({ name }) => name);
  const told = ({ name, result, more }: (typeof tests)[number]) => ({
    what: name,
    how: [result, more].filter(Boolean).join(', '),
  });
  return [
    {
      title: 'What it is',
      lines: [
        { what: `${asked.kind}, ${asked.title || 'maker and model not known'}`, how: `number ${asked.tag}` },
        { what: 'Received', how: asked.came },
        ...specification
          .filter(({ key }) => IDENTITY.includes(key))
          .map(({ name, value, basis }) => ({ what: name, how: `${value} (${basis})` })),
      ],
      open: [
        ...(known('serial') ? [] : ['its serial number']),
        ...(known('weight') ? [] : ['what it weighs']),
        ...(known('idleWatts') && known('loadWatts') ? [] : ['what it draws at rest and at work']),
      ],
    },
    {
      title: 'Looked over',
      lines: [...looked.map(told), ...asked.flaws.map((flaw) => ({ what: flaw, how: 'told to the buyer' }))],
      open: untested(looked),
    },
    {
      title: 'Electrical safety',
      lines: safety.map(({ what, when }) => ({ what, how: when })),
      open: safety.length ? [] : ['an electrical safety test'],
    },
    {
      title: 'Works',
      lines: [
        ...working.filter(({ result }) => result !== 'not tested').map(told),
        ...readings.filter(({ kind }) => kind !== ELECTRICAL).map(({ what, when }) => ({ what, how: when })),
      ],
      open: untested(working),
    },
    {
      title: 'Data',
      lines: asked.data.map(({ drive, what, method, verified, by, when }) => ({
        what: `${drive}: ${what}`,
        how: [method, verified && `verified: ${verified}`, by, when].filter(Boolean).join(', '),
      })),
      open: [],
    },
    {
      title: 'Done to it',
      lines: [...asked.work, ...asked.parts].map(({ what, when }) => ({ what, how: when })),
      open: [],
    },
    {
      title: 'As it leaves',
      lines: [
        ...specification
          .filter(({ key }) => !IDENTITY.includes(key))
          .map(({ name, value, basis }) => ({ what: name, how: `${value} (${basis})` })),
        { what: 'Leaves', how: asked.leaves },
        ...(asked.warranty ? [{ what: 'Warranty', how: asked.warranty }] : []),
        ...(asked.trader ? [{ what: 'Prepared by', how: asked.trader }] : []),
      ],
      open: [
        ...(asked.warranty ? [] : ['how long the seller answers for it']),
        ...(asked.trader ? [] : ['how whoever prepared it can be reached']),
      ],
    },
  ];
}
