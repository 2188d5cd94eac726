/** Finding out goes on so long after the last answer, minutes; then the hands are elsewhere. Shop estimate. */
export const FINDING_IDLE_MINUTES = 5;

/** From this chance on a fault is told to a buyer as one the machine has. Shop estimate. */
export const TOLD_FROM = 0.5;
