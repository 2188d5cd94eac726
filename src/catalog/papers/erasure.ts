import type { EraseMethod, Level, Medium } from '@/core/erasure/media';
import type { EraseTables } from '@/core/erasure/plan';

/**
 * Where a method stands. All from memory: the current edition, and local law, decide. Rev. 2 of SP 800-88 (2025) leaves
 * the techniques to IEEE 2883, which names the same acts by other clauses.
 */
const RULE = 'NIST SP 800-88 Rev. 1, Appendix A';
const DISK = `${RULE}, Table A-5 (ATA hard disk)`;
const SCSI = `${RULE}, Table A-5 (SCSI hard disk)`;
const ATA_SOLID = `${RULE}, Table A-8 (ATA solid-state)`;
const SCSI_SOLID = `${RULE}, Table A-8 (SCSI solid-state)`;
const NVME = `${RULE}, Table A-8 (NVM Express)`;
const EMMC = `${RULE}, Table A-8 (embedded flash on boards)`;
const CARD = `${RULE}, Table A-8 (USB stick, memory card)`;

/** Common practice. */
const LOCKED =
  'A frozen drive refuses: let the machine sleep once, or plug the drive in late. Not over a USB bridge. Cut short, it stays locked with the password “omni” until that is given to it again.';

const turning: Medium[] = ['disk', 'shingled', 'hybrid'];

/** Ways to erase, a row each; what is left out of a row is not asked of the drive. */
export const eraseMethods: EraseMethod[] = [
  {
    id: 'disk-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['disk', 'shingled'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    clause: DISK,
    byScript: true,
  },
  {
    id: 'hybrid-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['hybrid'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    note: 'The flash beside the disk may keep copies: purge where the data asks for it.',
    clause: DISK,
    byScript: true,
  },
  {
    id: 'sas-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['sas-disk', 'sas-solid'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    clause: SCSI,
    byScript: true,
  },
  {
    id: 'disk-sanitize',
    level: 'purge',
    name: 'Sanitize, overwrite',
    media: turning,
    command: 'hdparm --yes-i-know-what-i-am-doing --sanitize-overwrite hex:00000000 {device}',
    takes: { by: 'writing', passes: 1 },
    needs: ['sanitize-overwrite'],
    verify: 'read',
    clause: DISK,
  },
  {
    id: 'disk-crypto',
    level: 'purge',
    name: 'Sanitize, change the key',
    media: [...turning, 'solid'],
    command: 'hdparm --yes-i-know-what-i-am-doing --sanitize-crypto-scramble {device}',
    takes: { by: 'drive', minutes: [1, 2] },
    needs: ['sanitize-crypto'],
    verify: 'read, not meaningful',
    note: 'Only where everything on it was encrypted by the drive from its first day.',
    clause: DISK,
  },
  {
    id: 'disk-security',
    level: 'purge',
    name: 'Security erase, enhanced',
    media: turning,
    command:
      'hdparm --user-master u --security-set-pass omni {device} && hdparm --user-master u --security-erase-enhanced omni {device}',
    takes: { by: 'writing', passes: 1 },
    needs: ['security-enhanced'],
    verify: 'read',
    note: LOCKED,
    clause: DISK,
    byScript: true,
  },
  {
    id: 'disk-magnet',
    level: 'purge',
    name: 'Degauss',
    media: ['disk', 'shingled', 'sas-disk'],
    command: '',
    takes: { by: 'hands', minutes: 4 },
    verify: 'seen',
    note: 'A degausser strong enough for the disk’s coating; the disk is good for nothing afterwards.',
    clause: DISK,
  },
  {
    id: 'solid-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['solid'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    clause: ATA_SOLID,
    byScript: true,
  },
  {
    id: 'solid-security',
    level: 'clear',
    name: 'Security erase',
    media: ['solid'],
    command:
      'hdparm --user-master u --security-set-pass omni {device} && hdparm --user-master u --security-erase omni {device}',
    takes: { by: 'drive', minutes: [1, 6] },
    needs: ['security'],
    verify: 'read',
    note: LOCKED,
    clause: ATA_SOLID,
    byScript: true,
  },
  {
    id: 'solid-sanitize',
    level: 'purge',
    name: 'Sanitize, block erase',
    media: ['solid'],
    command: 'hdparm --yes-i-know-what-i-am-doing --sanitize-block-erase {device}',
    takes: { by: 'drive', minutes: [1, 6] },
    needs: ['sanitize-block'],
    verify: 'read',
    clause: ATA_SOLID,
    byScript: true,
  },
  {
    id: 'nvme-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['nvme'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    clause: NVME,
    byScript: true,
  },
  {
    id: 'nvme-format',
    level: 'purge',
    name: 'Format NVM, user data erase (SES 1)',
    media: ['nvme'],
    command: 'nvme format {device} --ses=1 --force',
    takes: { by: 'drive', minutes: [1, 4] },
    needs: ['format'],
    verify: 'read',
    clause: NVME,
    byScript: true,
  },
  {
    id: 'nvme-crypto',
    level: 'purge',
    name: 'Format NVM, change the key (SES 2)',
    media: ['nvme'],
    command: 'nvme format {device} --ses=2 --force',
    takes: { by: 'drive', minutes: [1, 1] },
    needs: ['format-crypto'],
    verify: 'read, not meaningful',
    note: 'Only where the drive encrypts everything by itself.',
    clause: NVME,
  },
  {
    id: 'nvme-sanitize',
    level: 'purge',
    name: 'Sanitize, block erase',
    media: ['nvme'],
    command: 'nvme sanitize {device} --sanact=2',
    takes: { by: 'drive', minutes: [1, 6] },
    needs: ['sanitize-block'],
    verify: 'read',
    note: 'Came with NVMe 1.3, after Rev. 1 was written.',
    clause: 'NVM Express base specification 1.3 and later, Sanitize; SP 800-88 Rev. 1 does not name it',
    byScript: true,
  },
  {
    id: 'sas-sanitize',
    level: 'purge',
    name: 'SCSI sanitize, overwrite',
    media: ['sas-disk'],
    command: 'sg_sanitize --overwrite --zero --quick --wait {device}',
    takes: { by: 'writing', passes: 1 },
    needs: ['sanitize-overwrite'],
    verify: 'read',
    clause: SCSI,
  },
  {
    id: 'sas-sanitize-block',
    level: 'purge',
    name: 'SCSI sanitize, block erase',
    media: ['sas-solid'],
    command: 'sg_sanitize --block --quick --wait {device}',
    takes: { by: 'drive', minutes: [1, 10] },
    needs: ['sanitize-block'],
    verify: 'read',
    clause: SCSI_SOLID,
  },
  {
    id: 'card-overwrite',
    level: 'clear',
    name: 'Two overwrite passes, a pattern and its complement',
    media: ['card'],
    command: 'badblocks -w -t 0xAA -t 0x55 -b 1048576 {device}',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    clause: CARD,
  },
  {
    id: 'emmc-overwrite',
    level: 'clear',
    name: 'Overwrite',
    media: ['emmc'],
    command: 'dd if=/dev/zero of={device} bs=1M oflag=direct',
    takes: { by: 'writing', passes: 2 },
    verify: 'read',
    note: 'Flash soldered to the board: cells held in reserve keep what is in them.',
    clause: EMMC,
    byScript: true,
  },
  {
    id: 'emmc-secure',
    level: 'purge',
    name: 'Secure discard',
    media: ['emmc'],
    command: 'blkdiscard -s {device}',
    takes: { by: 'drive', minutes: [1, 10] },
    needs: ['secure-discard'],
    verify: 'read',
    note: 'Secure trim of the chip’s own, where it has one.',
    clause: 'JEDEC JESD84 (secure trim), from memory; SP 800-88 Rev. 1 has no purge for such flash',
    byScript: true,
  },
  {
    id: 'destroy',
    level: 'destroy',
    name: 'Shredded, disintegrated, pulverised or burnt',
    media: ['disk', 'shingled', 'hybrid', 'solid', 'nvme', 'card', 'emmc', 'sas-disk', 'sas-solid'],
    command: '',
    takes: { by: 'hands', minutes: 10 },
    verify: 'seen',
    note: 'Goggles and gloves; flash chips must be broken, not only the board. By whoever is licensed for it.',
    clause: `${RULE}, Destroy`,
  },
];

export const eraseTables: EraseTables = {
  methods: eraseMethods,
  // megabytes a second over the whole of it; shop estimate
  usualMbs: {
    disk: 85,
    shingled: 60,
    hybrid: 85,
    solid: 350,
    nvme: 900,
    card: 12,
    emmc: 60,
    'sas-disk': 120,
    'sas-solid': 400,
  },
  // inner tracks of a disk reach about half of what outer ones do; common practice
  diskMean: 0.75,
  // 4.7.2 of SP 800-88 Rev. 1: two twentieths of each of a thousand parts (from memory)
  sampling: { subsections: 1_000, each: 0.05 },
  // sizes on labels are rounded down (IDEMA LBA1-03 counts at least what is printed, from memory); ours to whole gigabytes
  shown: 0.995,
  roundedBytes: 0.6e9,
  // bytes a second: link rates less their line code (SATA 600 MB/s, SAS-4 2.4 GB/s, PCIe 5 x4 15.8 GB/s, eMMC HS400 400 MB/s,
  // UHS-II 312 MB/s), of disks what their outermost tracks reach (from memory)
  fastest: {
    disk: 320e6,
    shingled: 320e6,
    hybrid: 320e6,
    solid: 600e6,
    nvme: 15.8e9,
    card: 400e6,
    emmc: 400e6,
    'sas-disk': 600e6,
    'sas-solid': 2.4e9,
  },
  confidence: 0.95,
  leftBehind: 0.01,
};

/** How far the shop goes when nobody says otherwise: a machine leaves the house. */
export const usualLevel: Level = 'clear';

/** What is said of a drive that goes another way than erasure. */
export const otherWays = {
  returned: 'Handed back to its owner',
  never: 'New, never held data',
} as const;

/** How an erasure is usually verified: common practice. */
export const erasureChecks = [
  'every sector read back, all zero',
  'two places in each thousandth read back, all zero',
  'the drive reports it done, a sample read back',
] as const;
