import type { Bundle } from '@/core/catalogue';

/** Acts that answer many questions at once. Minutes: shop estimate. */
export const bundles: Bundle[] = [
  {
    id: 'own-report',
    name: 'Let the machine report on itself',
    how: 'Start it from the shop’s stick and type the line its Machine side shows: drives, battery, wireless and temperature come by themselves.',
    findings: [
      'idle-rise',
      'drive-seen',
      'drive-health',
      'wear-level',
      'link-speed',
      'battery-health',
      'battery-cycles',
      'wireless-listed',
    ],
    minutes: 3,
    bench: { plugged: true },
    needs: ['started', 'picture'],
    source: 'shop estimate',
  },
  {
    id: 'installed-report',
    name: 'Let the system on it report',
    how: 'In the installed system’s own shell type the second line its Machine side shows: what it can use of its memory, its devices without a driver, how long it starts.',
    findings: [
      'system-memory',
      'system-bits',
      'sound-listed',
      'wireless-listed',
      'start-seconds',
      'drive-seen',
      'battery-health',
      'battery-cycles',
    ],
    minutes: 3,
    bench: { plugged: true },
    needs: ['system', 'picture'],
    source: 'shop estimate',
  },
];
