import type { Bundle } from '@/core/catalogue';

/** Acts that answer many questions at once. Minutes: shop estimate. */
export const bundles: Bundle[] = [
  {
    id: 'own-report',
    name: 'Let the machine report on itself',
    how: 'Start it from the shop’s stick and type the line its Machine side shows: memory, drives, battery and temperature come by themselves.',
    findings: [
      'idle-rise',
      'drive-seen',
      'drive-health',
      'wear-level',
      'link-speed',
      'battery-health',
      'battery-cycles',
      'system-memory',
    ],
    minutes: 3,
    bench: { plugged: true },
    needs: ['started', 'picture'],
    source: 'shop estimate',
  },
];
