import { button, el, fill } from './dom';
import type { Shown, Told } from './testResult';

const FACES: [string, string][] = [
  ['white', '#fff'],
  ['black', '#000'],
  ['red', '#f00'],
  ['green', '#0f0'],
  ['blue', '#00f'],
  ['grey', '#808080'],
  ['shades across', 'linear-gradient(90deg,#000,#fff)'],
  ['shades of colours', 'linear-gradient(#f00,#ff0,#0f0,#0ff,#00f,#f0f,#f00)'],
];

const KINDS: [string, string][] = [
  ['bright', 'Always bright'],
  ['dark', 'Always dark'],
  ['sub-bright', 'Coloured, bright'],
  ['sub-dark', 'Coloured, dark'],
  ['blotch', 'Blotch or spot'],
  ['line', 'Line'],
];

/** The panel: full colours and shades one after another; what is wrong is marked where it is. */
export const screenTest: Shown = (host, told) => {
  const faults: NonNullable<Told['faults']> = [];
  let at = 0;
  let full: HTMLElement | null = null;
  let asking: { x: number; y: number } | null = null;
  const pixels = Math.round(screen.width * devicePixelRatio) * Math.round(screen.height * devicePixelRatio);
  const close = () => {
    if (full) full.remove();
    full = null;
    window.removeEventListener('keydown', key, true);
    if (document.fullscreenElement) void document.exitFullscreen();
    ask();
  };
  const put = (n: number) => {
    if (asking) faults.push({ kind: KINDS[n][0], ...asking });
    asking = null;
    draw();
  };
  function key(event: KeyboardEvent) {
    if (!full) return;
    event.preventDefault();
    event.stopPropagation();
    const n = Number(event.key);
    if (asking) {
      if (n >= 1 && n <= KINDS.length) put(n - 1);
      else if (event.key === 'Escape') {
        asking = null;
        draw();
      }
      return;
    }
    if (event.key === 'Escape') close();
    else if (event.key === 'ArrowLeft' || event.key === 'Backspace') turn(-1);
    else if (event.key === 'u' || event.key === 'U') {
      faults.pop();
      draw();
    } else turn(1);
  }
  function turn(by: number) {
    at += by;
    if (at >= FACES.length) return close();
    at = Math.max(0, at);
    draw();
  }
  function draw() {
    if (!full) return;
    full.style.background = FACES[at][1];
    fill(
      full,
      ...faults.map((fault, n) => {
        const ring = el('span', { class: 'ring' }, String(n + 1));
        ring.style.left = `${fault.x * 100}%`;
        ring.style.top = `${fault.y * 100}%`;
        return ring;
      }),
      asking
        ? el(
            'div',
            { class: 'say', role: 'group', 'aria-label': 'What is there' },
            ...KINDS.map(([, words], n) => button(`${n + 1}  ${words}`, () => put(n))),
          )
        : at === 0 || faults.length
          ? el(
              'div',
              { class: 'say' },
              `${FACES[at][0]}: click on what is wrong; any key or `,
              button('Next', () => turn(1)),
              faults.length
                ? button('Not the last one', () => {
                    faults.pop();
                    draw();
                  })
                : null,
            )
          : null,
    );
  }
  const begin = () => {
    at = 0;
    full = el('div', { class: 'full', 'data-face': true });
    full.addEventListener('click', (event) => {
      if ((event.target as Element).closest('.say')) return;
      asking = { x: event.clientX / window.innerWidth, y: event.clientY / window.innerHeight };
      draw();
    });
    document.body.appendChild(full);
    window.addEventListener('keydown', key, true);
    if (document.documentElement.requestFullscreen)
      void document.documentElement.requestFullscreen().catch(() => undefined);
    draw();
  };
  const end = (result: Told['result'], words: string) => {
    const spots = faults.some(({ kind }) => kind === 'blotch');
    const lines = faults.some(({ kind }) => kind === 'line');
    told({
      result,
      ...(result === 'pass' && lines && { detail: 'fail' }),
      ...(result === 'pass' && !lines && spots && { detail: 'spots' }),
      ...(result === 'pass' && !lines && !spots && faults.length > 0 && { detail: 'pixels' }),
      words: `${words}; ${screen.width} x ${screen.height}${devicePixelRatio === 1 ? '' : ` at ${devicePixelRatio}`}`,
      faults,
      pixels,
      figures: { pixels, faults: faults.length },
    });
  };
  function ask() {
    fill(
      host,
      el('h2', {}, 'And the picture as a whole?'),
      el('p', {}, `${faults.length} marked. Brightness: try its keys, from one end to the other.`),
      el(
        'div',
        { class: 'acts' },
        button(
          'Even, and as bright as it should be',
          () => end('pass', 'even, brightness answers'),
          'strong',
        ),
        button('Brightness does not answer', () => end('pass', 'even, brightness does not answer')),
        button('Too dim', () => end('fail', 'dim')),
        button('Wrong colours, lines or patches', () => end('fail', 'wrong colours, lines or patches')),
        button('Once more', begin),
      ),
    );
  }
  fill(
    host,
    el('h2', {}, 'Full colours and shades'),
    el(
      'p',
      { class: 'soft' },
      'Look from a metre away, then close. Click on every fault and say what it is.',
    ),
    el('div', { class: 'acts' }, button('Begin', begin, 'strong')),
  );
  return () => {
    if (full) full.remove();
    window.removeEventListener('keydown', key, true);
  };
};
