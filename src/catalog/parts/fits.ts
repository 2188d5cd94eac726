import type { FitRow, FitRules } from '@/core/parts/fits';

/**
 * What decides whether a part goes into a machine, class by class: what it is called, where either side says it, and how
 * the two have to stand to each other. An attribute nobody said is always care, unless a row says otherwise; one that was
 * said and does not agree forbids it, unless a row says that it may be got round.
 *
 * must: 'same', 'at most' (the part's may not be over the machine's), 'at least', 'one of' (the machine's list, with
 * commas). unknown: 'care' (always), 'one said' (only where one side said it). differs: 'no', 'care'. settles: where this
 * row agrees the rows named are not asked.
 */
const row = (
  of: FitRow['of'],
  name: string,
  part: string,
  machine: string,
  must: FitRow['must'],
  source: string,
  more: Partial<FitRow> = {},
): FitRow => ({ of, name, part, machine, must, source, unknown: 'care', differs: 'no', ...more });

export const fitTable: FitRow[] = [
  row(
    'memory',
    'the kind',
    'kind',
    'memory.kind',
    'same',
    'JEDEC: the notch lies elsewhere in every generation',
  ),
  row('memory', 'the form', 'form', 'memory.form', 'same', 'JEDEC'),
  row('memory', 'error correction', 'ecc', 'memory.ecc', 'same', 'common practice', {
    unknown: 'one said',
    differs: 'care',
  }),
  row('panel', 'the number of contacts', 'contacts', 'panel.contacts', 'same', 'common practice'),
  row('panel', 'the signal', 'signal', 'panel.signal', 'same', 'common practice', {
    // the same number of contacts carries either signal
    unknownWords: 'the signal is not known, and the number of contacts alone is never enough',
  }),
  row('panel', 'the side of the connector', 'side', 'panel.side', 'same', 'common practice', {
    unknown: 'one said',
  }),
  row('panel', 'what it is held by', 'mounts', 'panel.mounts', 'same', 'common practice', {
    differs: 'care',
  }),
  row('panel', 'the pixels', 'pixels', 'panel.pixels', 'same', 'common practice', {
    unknown: 'one said',
    differs: 'care',
  }),
  row('panel', 'the lanes of its cable', 'lanes', 'panel.lanes', 'at most', 'common practice', {
    unknown: 'one said',
    unit: '',
  }),
  row('panel', 'touch', 'touch', 'panel.touch', 'same', 'common practice', {
    unknown: 'one said',
    differs: 'care',
  }),
  row('charger', 'the plug', 'plug', 'charger.plug', 'same', 'common practice'),
  row('charger', 'the polarity of the tip', 'tip', 'charger.tip', 'same', 'common practice'),
  row('supply', 'the form', 'form', 'supply.form', 'same', 'common practice'),
  row('supply', 'the plug for the board', 'boardPlug', 'supply.boardPlug', 'same', 'common practice', {
    unknown: 'one said',
  }),
  row('supply', 'the plug for the processor', 'cpuPins', 'supply.cpuPins', 'at least', 'common practice', {
    unknown: 'one said',
    unit: '-pin',
  }),
  row('supply', 'the leads for drives', 'sataLeads', 'supply.sataLeads', 'at least', 'common practice', {
    unknown: 'one said',
    differs: 'care',
  }),
  row('processor', 'the socket', 'socket', 'processor.socket', 'same', 'common practice'),
  row(
    'processor',
    'what the board and its cooler bear',
    'watts',
    'processor.watts',
    'at most',
    'common practice',
    {
      unknown: 'one said',
      unit: ' W',
    },
  ),
  row('battery', 'the pack', 'pack', 'battery.pack', 'one of', 'common practice: the number decides'),
  row('fan', 'the number on it', 'model', 'fan.model', 'one of', 'common practice', {
    settles: ['the contacts of its plug', 'the volts', 'the size'],
    differs: 'care',
  }),
  row('fan', 'the contacts of its plug', 'pins', 'fan.pins', 'same', 'common practice'),
  row('fan', 'the volts', 'volts', 'fan.volts', 'same', 'common practice', { unit: ' V' }),
  row('fan', 'the size', 'sizeMm', 'fan.sizeMm', 'same', 'common practice', { unit: ' mm' }),
  row('heatsink', 'the number on it', 'model', 'heatsink.model', 'one of', 'common practice', {
    settles: ['the socket', 'the watts it takes away', 'the height'],
    differs: 'care',
  }),
  row('heatsink', 'the socket', 'socket', 'heatsink.socket', 'same', 'common practice'),
  row('heatsink', 'the watts it takes away', 'watts', 'heatsink.watts', 'at least', 'common practice', {
    unit: ' W',
  }),
  row('heatsink', 'the height', 'heightMm', 'heatsink.heightMm', 'at most', 'common practice', {
    unit: ' mm',
  }),
  row('optical', 'the bus', 'bus', 'optical.bus', 'same', 'common practice'),
  row('optical', 'the height', 'heightMm', 'optical.heightMm', 'same', 'common practice: 12.7 and 9.5 mm', {
    unit: ' mm',
  }),
  row('optical', 'the bezel', 'bezel', 'optical.bezel', 'same', 'common practice', { differs: 'care' }),
  row('wireless', 'the form', 'form', 'wireless.form', 'same', 'PCI-SIG M.2, from memory'),
  row('wireless', 'the notch', 'key', 'wireless.key', 'same', 'PCI-SIG M.2, from memory', {
    unknown: 'one said',
  }),
  row('wireless', 'the list of its firmware', 'model', 'wireless.accepts', 'one of', 'common practice', {
    unknownWords: 'whether its firmware takes only cards of a list is not known',
  }),
  row('keyboard', 'the number on it', 'model', 'keyboard.model', 'one of', 'common practice'),
  row('keyboard', 'the layout', 'layout', 'keyboard.layout', 'same', 'common practice', { differs: 'care' }),
  row('keyboard', 'the light', 'lit', 'keyboard.lit', 'same', 'common practice', { differs: 'care' }),
  row('screen cable', 'the number on it', 'model', 'screenCable.model', 'one of', 'common practice', {
    settles: ['the number of contacts', 'the signal'],
    differs: 'care',
  }),
  row(
    'screen cable',
    'the number of contacts',
    'contacts',
    'screenCable.contacts',
    'same',
    'common practice',
  ),
  row('screen cable', 'the signal', 'signal', 'screenCable.signal', 'same', 'common practice'),
  row('coin cell', 'the type', 'type', 'coinCell.type', 'same', 'IEC 60086-3 names, from memory'),
  row('coin cell', 'a lead with a plug', 'lead', 'coinCell.lead', 'same', 'common practice'),
  row('socket', 'the number on it', 'model', 'socket.model', 'one of', 'common practice'),
  row('socket', 'the plug', 'plug', 'socket.plug', 'same', 'common practice', { unknown: 'one said' }),
  row('dock', 'the plug', 'plug', 'dock.plugs', 'one of', 'common practice'),
  row('dock', 'the list of its maker', 'model', 'dock.accepts', 'one of', 'common practice', {
    differs: 'care',
    unknownWords: 'whether its maker lists this dock for it is not known: pictures and charging may fail',
  }),
  row('dock', 'the watts it gives', 'watts', 'dock.watts', 'at least', 'common practice', {
    // it works and drains its battery meanwhile
    differs: 'care',
    unit: ' W',
  }),
  row('adapter', 'its end for the machine', 'plug', 'adapter.plugs', 'one of', 'common practice'),
];

/** By which a part is judged to fit. */
export const fitRules: FitRules = {
  rows: fitTable,
  // common practice
  voltsOff: 0.05,
  // plates are rounded: 3.33 and 3.42 A are the same charger's; common practice
  plateOff: 0.03,
  // common practice
  loaded: 0.8,
  // PCI Express CEM: an x16 graphics slot, a low one, a 6-pin and an 8-pin plug; from memory
  slotWatts: 75,
  lowSlotWatts: 25,
  sixPinWatts: 75,
  eightPinWatts: 150,
  // shop estimate
  diagonalOffInch: 0.05,
  spacerFromMm: 0.5,
  // volts of one cell as packs are called, from one chemistry to the next; common practice
  cellVolts: [3.55, 3.9],
  states: {
    repaired: { weighs: 'care', words: 'it was repaired' },
    improvised: { weighs: 'care', words: 'it was improvised' },
    spliced: { weighs: 'no', words: 'its lead was spliced: it goes to recycling' },
    swollen: { weighs: 'no', words: 'it is swollen: it is never fitted' },
    dead: { weighs: 'no', words: 'it is dead' },
  },
};
