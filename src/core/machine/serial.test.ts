import { describe, expect, it } from 'vitest';
import { identifies } from './serial';

describe('what a serial tells', () => {
  it.each([
    '12345678',
    '0123456789',
    '00000001',
    '00000000',
    'To be filled by O.E.M.',
    'Default string',
    'System Serial Number',
    'xxxxxxxx',
    '1111-1111',
    'n/a',
    'None',
    'abcdef',
    '987654321',
    '',
    '7',
    '  ',
  ])('"%s" identifies nothing', (serial) => expect(identifies(serial)).toBe(false));
  it.each(['WQ8P-2210', 'PC1X9', '10045512', 'R90-77A', '00831220', 'Ж4471'])(
    '"%s" is one machine’s',
    (serial) => expect(identifies(serial)).toBe(true),
  );
});
