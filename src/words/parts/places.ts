/** A place of a part in words: a unit's tag, "the bin", "outside". */
export const placeWords = (place: string, tag: string | null): string =>
  tag ??
  (place.startsWith('unit:')
    ? 'a unit'
    : ({
        arrived: 'outside',
        bin: 'the bin',
        scrap: 'the scrap',
        returned: 'its sender',
        never: 'never here',
      }[place] ?? place));
