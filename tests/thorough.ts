/** Whether everything is gone through as often as its bounds were found with: `npm run bench:thorough`. */
export const THOROUGH = process.env.OMNITROPE_THOROUGH === '1';

/** How often something is drawn: thoroughly, or as in the usual run, where it shares its minutes with all the others. */
export const runs = (thoroughly: number, usually: number): number => (THOROUGH ? thoroughly : usually);
