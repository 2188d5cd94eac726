import type { LotSource } from '@/core/catalogue';

export const SOURCE_WORDS: Record<LotSource, string> = {
  clearout: 'office or school clear-out',
  rejects: 'another shop’s rejects',
  auction: 'auction',
  broken: 'sold as broken',
  tradein: 'trade-in',
  giveaway: 'given away',
  owner: 'customer’s own',
};
