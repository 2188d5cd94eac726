/** Said on every screen while the database is away. */
export const NO_DATABASE = 'The shop’s database does not answer. Nothing can be saved until it does.';
