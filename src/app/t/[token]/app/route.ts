import { selfTestBundle } from '@/server/device/selfTestPage';

/** The page's one script: the same for every unit, so nothing is asked of the letters. */
export const GET = (): Response => selfTestBundle();
