import type { Act } from '@/core/catalogue';

/**
 * What the shop's own hands may bring about, what they answer, and what they explain when it is seen once afterwards.
 * Common practice; factors: shop estimate.
 */
export const acts: readonly Act[] = [
  {
    id: 'cloned',
    by: { data: ['cloned'] },
    answers: { 'just-cloned': 'yes' },
    raises: { 'clone-driver': 4 },
  },
  {
    // SATA to NVMe, IDE to SATA: the driver it starts with was never needed before
    id: 'cloned to another bus',
    by: { data: ['cloned across'] },
    answers: { 'just-cloned': 'yes' },
    raises: { 'clone-driver': 12, 'drive-mode': 2 },
  },
  {
    id: 'another drive',
    by: { parts: [{ class: 'drive', way: 'in' }] },
    raises: { 'boot-order': 4, 'drive-mode': 3 },
  },
  {
    id: 'nothing fed the set-up',
    by: {
      mat: ['battery lead'],
      repairs: ['drain-charge', 'coin-cell'],
      parts: [
        { class: 'coin cell', way: 'out' },
        { class: 'coin cell', way: 'in' },
      ],
    },
    explains: {
      'setup-clock': ['lost'],
      message: ['clock-or-set-up-lost'],
      'message-which': ['set-up-reset'],
    },
  },
  {
    id: 'other memory',
    by: {
      repairs: ['reseat-memory', 'add-memory'],
      parts: [
        { class: 'memory', way: 'in' },
        { class: 'memory', way: 'out' },
      ],
    },
    explains: { 'message-which': ['memory-changed'] },
  },
];
