/** A worker has not met these numbers yet: the caller sends them along and asks again. */
export const UNKNOWN_NUMBERS = 'numbers not known here';
