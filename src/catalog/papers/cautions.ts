import type { PaperCaution } from '@/core/papers/paper';

const USUAL = 'common practice; the current standards and local rules decide';

/** Cautions that go with a machine to whoever uses it. */
export const paperCautions: PaperCaution[] = [
  {
    id: 'cord',
    chassis: ['laptop', 'small'],
    words: 'Use it with the charger and cord it was tested with, and no longer when they are damaged.',
    source: USUAL,
  },
  {
    id: 'mains-cord',
    chassis: ['desktop', 'aio'],
    words: 'Use it with a sound mains cord with an earth, and no longer when that is damaged.',
    source: USUAL,
  },
  {
    id: 'supply',
    chassis: ['desktop', 'small', 'aio'],
    words: 'Never open its power supply: it holds a charge that can kill, also when it is unplugged.',
    source: USUAL,
  },
  {
    id: 'battery',
    when: 'battery',
    words:
      'A battery that swells, leaks, smells or grows hot is neither charged nor pressed nor sent: take it to whoever takes hazardous waste.',
    source: USUAL,
  },
  {
    id: 'weak-battery',
    when: 'weak battery',
    words: 'Its battery gives way suddenly, whatever it shows: save often, or keep it on its charger.',
    source: USUAL,
  },
  {
    id: 'charger',
    when: 'no charger',
    words:
      'Which charger it takes stands on its plate: the volts, at least the amperes, the plug and its polarity.',
    source: USUAL,
  },
  {
    id: 'hot',
    when: 'hot',
    words: 'Under full load it comes to its own limit and slows down: keep its vents free, on a hard table.',
    source: USUAL,
  },
  {
    id: 'system',
    when: 'no system',
    words: 'It comes without a system.',
    source: USUAL,
  },
];
