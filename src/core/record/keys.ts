/** Keys of the specification, in the order shown, with their names. */
export const SPEC_KEYS = {
  processor: 'Processor',
  processorLevel: 'Level',
  processorCores: 'Cores',
  processorThreads: 'Threads',
  processorYear: 'Processor of',
  processorWatts: 'Processor, watts',
  processorBaseMhz: 'Processor, rated clock',
  processorGraphics: 'Own graphics',
  memoryGb: 'Memory',
  memoryModules: 'Modules',
  driveKind: 'Drive',
  driveGb: 'Drive size',
  driveHealth: 'Drive health',
  driveLife: 'Drive, rated life left',
  driveHours: 'Drive, hours on',
  driveLock: 'Drive lock',
  driveMbs: 'Drive reads',
  moreDrives: 'Further drives',
  memorySlots: 'Memory slots',
  screen: 'Screen',
  graphics: 'Graphics',
  cardFor: 'Card good for',
  battery: 'Battery',
  batteryHealth: 'Battery health',
  batteryCycles: 'Cycles',
  serial: 'Serial',
  boardSerial: 'Board serial',
  ports: 'Ports',
  charger: 'Charger',
  box: 'Comes with',
  weight: 'Weight',
  networks: 'Network addresses',
  firmware: 'Firmware',
  firmwareMode: 'Firmware kind',
  securityChip: 'Security chip',
  system: 'System',
  systemImage: 'Its image',
  systemSetUp: 'Set up',
  systemLicence: 'Its licence',
  systemActivated: 'Activated',
  deviceList: 'Device list',
  idleWatts: 'Draws at rest',
  loadWatts: 'Draws at work',
  idleCelsius: 'Idle',
  topCelsius: 'Top under load',
  maker: 'Maker',
  model: 'Model',
} as const;
export type SpecKey = keyof typeof SPEC_KEYS;

/** What is of use at the bench and of none to a buyer. */
export const BENCH_ONLY: readonly SpecKey[] = ['networks'];

/** How a value is known: an instrument said it, a person read it off, a seller said it. */
export const BASES = ['measured', 'typed', 'claimed'] as const;
export type Basis = (typeof BASES)[number];
/** How a value of the specification is known: a table may say it by a name that was read. */
export type SpecBasis = Basis | 'looked up';

/** What is kept where no drive is locked. */
export const NO_LOCK = 'none';
