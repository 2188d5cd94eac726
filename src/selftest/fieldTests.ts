import { selfTestRules } from '@/catalog/instruments/selfTests';
import { button, el, fill } from './dom';
import type { Shown } from './testResult';

const ACROSS = 12;
const DOWN = 6;

/** A field of cells that fill where a pointer comes. */
function field(onPoint: (event: PointerEvent) => boolean, filled: (share: number) => void) {
  const cells = Array.from({ length: ACROSS * DOWN }, () => el('i'));
  const made = el('div', { class: 'field', 'data-field': true }, ...cells);
  made.style.gridTemplateColumns = `repeat(${ACROSS}, 1fr)`;
  const seen = new Set<number>();
  const point = (event: Event) => {
    const pointer = event as PointerEvent;
    if (!onPoint(pointer)) return;
    const box = made.getBoundingClientRect();
    const x = Math.floor(((pointer.clientX - box.left) / box.width) * ACROSS);
    const y = Math.floor(((pointer.clientY - box.top) / box.height) * DOWN);
    if (x < 0 || y < 0 || x >= ACROSS || y >= DOWN) return;
    const at = y * ACROSS + x;
    if (seen.has(at)) return;
    seen.add(at);
    cells[at].className = 'on';
    filled(seen.size / cells.length);
  };
  made.addEventListener('pointermove', point);
  made.addEventListener('pointerdown', point);
  return made;
}

/** The touchpad: the pointer reaches everywhere, both buttons, dragging, scrolling; more where it can. */
export const padTest: Shown = (host, told) => {
  const need = ['everywhere', 'left button', 'right button', 'dragging', 'scrolling'];
  const more = ['sideways', 'pinching'];
  const seen = new Set<string>();
  let share = 0;
  let over = false;
  const ticks = el('div', { class: 'ticks', role: 'status' });
  const end = () => {
    if (over) return;
    over = true;
    const missing = need.filter((name) => !seen.has(name));
    told({
      result: missing.length ? 'fail' : 'pass',
      ...(share === 0 && seen.size === 0 && { detail: 'none' }),
      words: `${Math.round(share * 100)} % of the field${missing.length ? `; not: ${missing.join(', ')}` : ''}${more.some((name) => seen.has(name)) ? `; also ${more.filter((name) => seen.has(name)).join(', ')}` : ''}`,
      figures: { share: Math.round(share * 100) },
    });
  };
  const note = (name: string) => {
    seen.add(name);
    fill(
      ticks,
      ...need
        .concat(more)
        .map((own) =>
          el(
            'span',
            { class: seen.has(own) ? 'on' : '' },
            own + (own === 'everywhere' && share ? ` ${Math.round(share * 100)} %` : ''),
          ),
        ),
    );
    if (need.every((own) => seen.has(own))) end();
  };
  const face = field(
    (event) => {
      if (event.pointerType === 'touch') return false;
      if (event.type === 'pointermove' && event.buttons & 1) note('dragging');
      return true;
    },
    (now) => {
      share = now;
      note(now >= selfTestRules.padShare ? 'everywhere' : '');
    },
  );
  face.addEventListener('pointerdown', (event) => {
    if (event.pointerType !== 'touch')
      note(event.button === 2 ? 'right button' : event.button === 0 ? 'left button' : '');
  });
  face.addEventListener('contextmenu', (event) => event.preventDefault());
  face.addEventListener(
    'wheel',
    (event) => {
      event.preventDefault();
      note(
        event.ctrlKey
          ? 'pinching'
          : Math.abs(event.deltaX) > Math.abs(event.deltaY)
            ? 'sideways'
            : 'scrolling',
      );
    },
    { passive: false },
  );
  fill(
    host,
    el('h2', {}, 'Sweep over the whole field'),
    el(
      'p',
      { class: 'soft' },
      'Then press in the left and in the right corner of the pad, drag, and scroll with two fingers.',
    ),
    face,
    ticks,
    el('div', { class: 'acts' }, button('The rest does not work', end, 'strong')),
  );
  note('');
  return () => undefined;
};

/** The touch screen: every field of it is stroked. */
export const touchTest: Shown = (host, told) => {
  const has = navigator.maxTouchPoints > 0;
  let share = 0;
  let over = false;
  const line = el('p', { class: 'big', role: 'status' });
  const end = () => {
    if (over) return;
    over = true;
    told({
      result: share >= 1 ? 'pass' : 'fail',
      words: `${Math.round(share * 100)} % of it answers, up to ${navigator.maxTouchPoints} fingers`,
      figures: { share: Math.round(share * 100), fingers: navigator.maxTouchPoints },
    });
  };
  const face = field(
    (event) => event.pointerType === 'touch' || event.pointerType === 'pen',
    (now) => {
      share = now;
      line.textContent = `${Math.round(now * 100)} %`;
      if (now >= 1) end();
    },
  );
  face.style.height = '62vh';
  fill(
    host,
    el('h2', {}, has ? 'Stroke over every field with a finger' : 'This screen says it has no touch'),
    face,
    line,
    el(
      'div',
      { class: 'acts' },
      button('It has none', () => told({ result: 'absent', words: 'reports no touch' }), has ? '' : 'strong'),
      button('The rest does not answer', end, has ? 'strong' : ''),
    ),
  );
  return () => undefined;
};

/** USB ports by what appears: something with a button goes from port to port. */
export const portsTest: Shown = (host, told) => {
  let ports = 2;
  let good = 0;
  let dead = 0;
  const line = el('p', { class: 'big', role: 'status' });
  const end = () =>
    told({
      result: dead ? 'fail' : 'pass',
      words: `${good} of ${good + dead} ports`,
      figures: { good, dead },
    });
  const draw = () => {
    line.textContent =
      good + dead < ports
        ? `Port ${good + dead + 1} of ${ports}: plug it in and click the field with it.`
        : 'All of them tried.';
    if (good + dead >= ports && good + dead > 0) end();
  };
  const count = el('input', {
    type: 'number',
    min: '1',
    max: '12',
    value: '2',
    'aria-label': 'How many ports',
  });
  count.addEventListener('change', () => {
    ports = Math.min(12, Math.max(1, Math.round(Number(count.value)) || 1));
    draw();
  });
  const face = el(
    'button',
    { type: 'button', class: 'field', 'data-field': true },
    'click here with what is plugged in',
  );
  let last = -Infinity;
  face.addEventListener('click', ({ timeStamp }) => {
    // a double click is one port
    if (timeStamp - last < 700) return;
    last = timeStamp;
    good++;
    draw();
  });
  fill(
    host,
    el('h2', {}, 'A mouse from port to port'),
    el('p', {}, 'Outside ports in all: ', count),
    line,
    face,
    el(
      'div',
      { class: 'acts' },
      button('Nothing appears at this one', () => {
        dead++;
        draw();
      }),
    ),
  );
  draw();
  return () => undefined;
};
