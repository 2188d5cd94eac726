import { selfTestRules } from '@/catalog/instruments/selfTests';
import { KEY_ROWS, keyNames, keysFound, withStroke, type KeyLayout, type KeyLog } from '@/core/selftest/keys';
import { button, el, fill } from './dom';
import type { Shown } from './testResult';

/** Every key by its physical place: what comes, what comes twice, what stays down. */
export const keysTest: Shown = (host, told) => {
  let layout: KeyLayout = 'iso';
  let log: KeyLog = new Map();
  const board = el('div', { class: 'keys', 'aria-hidden': 'true' });
  const line = el('p', { class: 'big', role: 'status' });
  const draw = () => {
    const found = keysFound(layout, log, performance.now(), selfTestRules);
    fill(
      board,
      ...KEY_ROWS[layout].map((row) =>
        el(
          'div',
          {},
          ...row.map(({ code, label, width }) => {
            const own = log.get(code);
            const bad = found.doubled.indexOf(code) >= 0 || found.stuck.indexOf(code) >= 0;
            const state = bad ? 'bad' : own && own.downSince !== null ? 'down' : own && own.times ? 'on' : '';
            const span = el('span', { class: state, title: code }, label);
            span.style.flexGrow = String(width);
            return span;
          }),
        ),
      ),
    );
    const marks = [
      `${found.pressed} of ${found.wanted}`,
      found.doubled.length ? `twice for one press: ${keyNames(layout, found.doubled)}` : '',
      found.stuck.length ? `stays down: ${keyNames(layout, found.stuck)}` : '',
      found.elsewhere.length ? `on no place drawn: ${found.elsewhere.join(', ')}` : '',
    ];
    line.textContent = marks.filter(Boolean).join('; ');
    return found;
  };
  const stroke = (event: KeyboardEvent) => {
    // every key is the test's: none of them does anything else here
    event.preventDefault();
    const kind = event.type === 'keydown' ? 'down' : 'up';
    log = withStroke(
      log,
      {
        kind,
        code: event.code || event.key,
        at: performance.now(),
        repeat: event.repeat,
      },
      selfTestRules,
    );
    const found = draw();
    if (found.missing.length === 0 && !found.doubled.length && !found.stuck.length) end();
  };
  let over = false;
  function end() {
    if (over) return;
    over = true;
    const { missing, doubled, stuck, elsewhere, pressed, wanted } = keysFound(
      layout,
      log,
      performance.now(),
      selfTestRules,
    );
    const good = missing.length + doubled.length + stuck.length === 0;
    const words = [
      `${pressed} of ${wanted} keys (${layout.toUpperCase()})`,
      missing.length ? `silent: ${keyNames(layout, missing)}` : '',
      doubled.length ? `twice for one press: ${keyNames(layout, doubled)}` : '',
      stuck.length ? `stuck: ${keyNames(layout, stuck)}` : '',
      elsewhere.length ? `also: ${elsewhere.slice(0, 8).join(', ')}` : '',
    ].filter(Boolean);
    told({
      result: good ? 'pass' : 'fail',
      ...(pressed === 0 && { detail: 'none' }),
      words: words.join('; ').slice(0, 300),
      figures: { pressed, wanted, doubled: doubled.length, stuck: stuck.length },
      ...(!good && pressed > 0 && { keys: { layout, silent: missing, doubled, stuck } }),
    });
  }
  const pick = (next: KeyLayout) =>
    button(next === 'iso' ? 'Key beside the left shift' : 'Long left shift', () => {
      layout = next;
      draw();
      host.focus();
    });
  const lock = () => {
    const keyboard = (navigator as { keyboard?: { lock?: () => Promise<void> } }).keyboard;
    const full = document.documentElement.requestFullscreen;
    if (full)
      void full.call(document.documentElement).then(() => keyboard && keyboard.lock && keyboard.lock());
  };
  fill(
    host,
    el('h2', {}, 'Press every key once'),
    el('p', { class: 'soft' }, 'Some keys a browser never sees; in full screen it sees more of them.'),
    board,
    line,
    el(
      'div',
      { class: 'acts' },
      pick('iso'),
      pick('ansi'),
      button('Full screen', lock),
      button('The rest stays silent', end, 'strong'),
    ),
  );
  window.addEventListener('keydown', stroke, true);
  window.addEventListener('keyup', stroke, true);
  const tick = setInterval(draw, 1_000);
  draw();
  return () => {
    window.removeEventListener('keydown', stroke, true);
    window.removeEventListener('keyup', stroke, true);
    clearInterval(tick);
  };
};
