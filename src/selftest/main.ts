import { button, el, fill } from './dom';
import { padTest, portsTest, touchTest } from './fieldTests';
import { keysTest } from './keysTest';
import { networkTest, processorTest } from './machineTests';
import { cameraTest, filmTest, microphoneTest, soundTest } from './mediaTests';
import { screenTest } from './screenTest';
import { Sender } from './send';
import { Soak } from './soak';
import type { Plan, Shown, Told } from './testResult';

const SHOWN: Record<string, Shown> = {
  keys: keysTest,
  pad: padTest,
  screen: screenTest,
  touch: touchTest,
  camera: cameraTest,
  microphone: microphoneTest,
  sound: soundTest,
  ports: portsTest,
  wired: networkTest('wired'),
  wireless: networkTest('wireless'),
  processor: processorTest,
  film: filmTest,
};

const STATES: Record<string, string> = { pass: 'works', fail: 'fails', absent: 'not fitted' };

const plan = JSON.parse((document.getElementById('plan') as HTMLElement).textContent || '{}') as Plan;
const root = document.getElementById('test') as HTMLElement;
const sender = new Sender(plan.token);
const soak = new Soak(plan);
const list = el('ol');
const now = el('main', { class: 'now', tabindex: '-1' });
const state = el('p', { class: 'soft', role: 'status' });
let current = '';
let clear = () => undefined as void;

sender.changed = (waiting, refused) => {
  state.textContent = refused
    ? `Refused: ${refused}`
    : waiting
      ? `${waiting} not yet sent; they are kept here.`
      : 'All sent.';
};

function draw(): void {
  fill(
    list,
    ...plan.tests.map((test) =>
      el(
        'li',
        { 'aria-current': test.id === current && 'true' },
        el(
          'button',
          { type: 'button', title: test.how, onclick: () => open(test.id) },
          el('span', {}, test.name),
          el('span', { class: `state ${test.result || ''}` }, (test.result && STATES[test.result]) || ''),
        ),
      ),
    ),
  );
}

function tell(id: string, told: Told): void {
  clear();
  clear = () => undefined;
  sender.add(id, told);
  const test = plan.tests.filter((own) => own.id === id)[0];
  test.result = told.result;
  test.words = told.words;
  const next = plan.tests.filter((own) => !own.result)[0];
  draw();
  fill(
    now,
    el('p', { class: 'soft' }, test.name),
    el('h2', {}, STATES[told.result]),
    el('p', {}, told.words),
    el(
      'div',
      { class: 'acts' },
      next ? button(`Next: ${next.name}`, () => open(next.id), 'strong') : null,
      button('Once more', () => open(id)),
    ),
  );
  const first = now.querySelector('button');
  if (first) first.focus();
}

/** What the browser does not tell a person does. */
function byHand(id: string): HTMLElement {
  const say = (result: Told['result'], words: string) =>
    button(words, () => tell(id, { result, words: 'by hand', byHand: true }));
  return el(
    'div',
    { class: 'hand' },
    'Or by hand:',
    el('div', { class: 'acts' }, say('pass', 'works'), say('fail', 'fails'), say('absent', 'not fitted')),
  );
}

function open(id: string): void {
  clear();
  current = id;
  draw();
  const host = el('div', { tabindex: '-1' });
  const test = plan.tests.filter((own) => own.id === id)[0];
  fill(
    now,
    el('p', { class: 'soft' }, test.name),
    test.secure && !window.isSecureContext
      ? el(
          'p',
          { class: 'problem' },
          'This page came over plain http: a browser gives no camera or microphone to it.',
        )
      : null,
    host,
    byHand(id),
  );
  clear = SHOWN[id](host, (told) => tell(id, told), plan);
  host.focus();
}

fill(
  root,
  el(
    'div',
    { class: 'all' },
    el('section', { class: 'list', 'aria-label': 'Tests' }, el('h1', {}, plan.tag), state, list, soak.host),
    now,
  ),
);
draw();
fill(
  now,
  el('h2', {}, 'This machine tests itself'),
  el('p', {}, 'Each result goes to the shop as soon as it is there. Nothing else of this machine does.'),
  el(
    'div',
    { class: 'acts' },
    button(
      'Begin with the first that is open',
      () => {
        const next = plan.tests.filter((own) => !own.result)[0] || plan.tests[0];
        open(next.id);
      },
      'strong',
    ),
  ),
);
void sender.go();
