/**
 * Share of an equal machine's price that owners usually agree to pay for mending theirs, as long as nothing has been
 * quoted. Shop estimate: few go along with half.
 */
export const OWNER_PAYS = 0.4;

/** Attended minutes of handing a machine back: the slip, the parts that came out, what was found. Shop estimate. */
export const HAND_OVER_MINUTES = 5;

/** Attended minutes of asking an owner: a call or a letter. Shop estimate. */
export const ASK_MINUTES = 4;
