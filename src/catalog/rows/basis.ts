/** What a number of a row rests on. A standard is named with its clause, and with "from memory" if it is. */
export type Basis = 'common practice' | 'shop estimate' | `standard: ${string}`;

/** Which number of a row rests on what, as one line for the compiled catalogue. */
export const basisLine = (bases: Readonly<Record<string, Basis | undefined>>): string =>
  Object.entries(bases)
    .filter(([, basis]) => basis)
    .map(([number, basis]) => `${number}: ${basis}`)
    .join('; ');
