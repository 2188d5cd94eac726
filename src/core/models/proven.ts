/** What a machine of a model was seen to work with. */
export interface SeenWith {
  /** It was graded, or its own report says so: a seller's word proves nothing. */
  proven: boolean;
  memoryGb: number | null;
  /** Sizes of the modules on record in it, gigabytes. */
  modulesGb: readonly number[];
  /** Drives on record in it: gigabytes, and what they are connected by. */
  drives: readonly { gb: number | null; bus: string | null }[];
  processor: string | null;
}

/** The most that was seen to work, and in how many machines that was. */
export interface ProvenLimit {
  what: 'memory' | 'module' | 'drive' | 'bus' | 'processor';
  /** Gigabytes, or a name. */
  value: number | string;
  machines: number;
}

/**
 * What machines of a model were seen to work with: the most memory, the largest module and drive, every way a drive was
 * connected, every processor. What nobody proved says nothing.
 */
export function provenLimits(machines: readonly SeenWith[]): ProvenLimit[] {
  const own = machines.filter(({ proven }) => proven);
  const most = (what: ProvenLimit['what'], of: (machine: SeenWith) => readonly number[]): ProvenLimit[] => {
    const value = Math.max(0, ...own.flatMap(of));
    return value > 0
      ? [{ what, value, machines: own.filter((each) => of(each).includes(value)).length }]
      : [];
  };
  const each = (what: ProvenLimit['what'], of: (machine: SeenWith) => readonly string[]): ProvenLimit[] =>
    [...new Set(own.flatMap(of))].sort().map((value) => ({
      what,
      value,
      machines: own.filter((machine) => of(machine).includes(value)).length,
    }));
  return [
    ...most('memory', ({ memoryGb }) => (memoryGb === null ? [] : [memoryGb])),
    ...most('module', ({ modulesGb }) => modulesGb),
    ...most('drive', ({ drives }) => drives.flatMap(({ gb }) => gb ?? [])),
    ...each('bus', ({ drives }) => drives.flatMap(({ bus }) => bus ?? [])),
    ...each('processor', ({ processor }) => (processor ? [processor] : [])),
  ];
}
