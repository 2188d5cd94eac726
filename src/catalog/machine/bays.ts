import type { BayKind } from '@/core/parts/fields';

/** Kinds of places for drives. Lengths from memory of PCI-SIG M.2; heights common practice. */
export const bayKinds: BayKind[] = [
  { id: '3.5-sata', name: '3.5-inch, SATA', bay: { form: '3.5', buses: ['SATA'] } },
  { id: '3.5-ide', name: '3.5-inch, IDE', bay: { form: '3.5', buses: ['IDE'] } },
  {
    id: '2.5-sata-9.5',
    name: '2.5-inch, SATA, 9.5 mm',
    bay: { form: '2.5', buses: ['SATA'], heightMm: 9.5 },
  },
  { id: '2.5-sata-7', name: '2.5-inch, SATA, 7 mm', bay: { form: '2.5', buses: ['SATA'], heightMm: 7 } },
  { id: '2.5-ide', name: '2.5-inch, IDE', bay: { form: '2.5', buses: ['IDE'], heightMm: 9.5 } },
  { id: 'msata', name: 'mSATA', bay: { form: 'mSATA', buses: ['SATA'] } },
  {
    id: 'm2-m-nvme',
    name: 'M.2, notch M, NVMe',
    bay: { form: 'M.2', buses: ['NVMe'], key: 'M', lengthsMm: [42, 60, 80] },
  },
  {
    id: 'm2-m-both',
    name: 'M.2, notch M, NVMe and SATA',
    bay: { form: 'M.2', buses: ['NVMe', 'SATA'], key: 'M', lengthsMm: [42, 60, 80] },
  },
  {
    id: 'm2-b-sata',
    name: 'M.2, notch B, SATA',
    bay: { form: 'M.2', buses: ['SATA'], key: 'B', lengthsMm: [42, 60, 80] },
  },
  {
    id: 'm2-m-30',
    name: 'M.2, notch M, NVMe, 30 mm only',
    bay: { form: 'M.2', buses: ['NVMe'], key: 'M', lengthsMm: [30] },
  },
];
