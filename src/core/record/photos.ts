/** What a photograph is taken for. */
export const PHOTO_ROLES = ['before', 'after', 'defect', 'connector', 'screen', 'label'] as const;
export type PhotoRole = (typeof PHOTO_ROLES)[number];
