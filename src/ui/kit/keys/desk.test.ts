import { describe, expect, it } from 'vitest';
import { KeyDesk } from './desk';

/** A desk whose clock and timers are turned by hand. */
function deskAt() {
  let now = 0;
  let timers: { at: number; run: () => void }[] = [];
  let atWork: (() => void)[] | null = null;
  const desk = new KeyDesk(
    () => now,
    (run, ms) => timers.push({ at: now + ms, run }),
    (run) => (atWork ? atWork.push(run) : timers.push({ at: now, run })),
  );
  const pass = (ms: number) => {
    const end = now + ms;
    for (;;) {
      const next = timers.filter(({ at }) => at <= end).sort((a, b) => a.at - b.at)[0];
      if (!next) break;
      timers = timers.filter((timer) => timer !== next);
      now = next.at;
      next.run();
    }
    now = end;
  };
  /** A slow computer is at work from here on, until it says that it has done. */
  const work = () => {
    atWork = [];
    return () => {
      const waited = atWork!;
      atWork = null;
      waited.forEach((run) => run());
    };
  };
  return { desk, pass, work };
}

/** A page that takes digits and writes them down. */
function page(desk: KeyDesk, busy: () => boolean = () => false) {
  const got: string[] = [];
  const drop = desk.add('page', (key) => {
    if (!/^\d$/.test(key)) return false;
    if (busy()) return 'later';
    got.push(key);
    return true;
  });
  return { got, drop };
}

describe('a key belongs to the machine on the screen', () => {
  it('a code scanned while another page is coming is not forgotten when that one stands', () => {
    const { desk, pass } = deskAt();
    desk.leave('/u/WQ-0001/prove');
    desk.leave('WQ-0002');
    desk.press('3');
    desk.arrive('/u/WQ-0001/prove');
    expect(desk.read()).toMatchObject({ to: 'WQ-0002', waiting: ['3'] });
    desk.leave('/u/WQ-0002', true);
    const { got } = page(desk);
    desk.arrive('/u/WQ-0002');
    pass(100);
    expect(got).toEqual(['3']);
  });

  it('from a scan’s Enter on the old page hears nothing; keys wait, in order, for the page that comes', () => {
    const { desk, pass } = deskAt();
    const old = page(desk);
    desk.press('1');
    desk.leave('WQ-0002');
    desk.press('2');
    pass(50);
    desk.press('3');
    expect(desk.read()).toEqual({ to: 'WQ-0002', waiting: ['2', '3'], lost: [] });
    pass(3_000);
    old.drop();
    const next = page(desk);
    desk.arrive();
    pass(100);
    expect(old.got).toEqual(['1']);
    expect(next.got).toEqual(['2', '3']);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: [] });
  });
  it('on a slow computer a part may take longer than that: its key waits until there is nothing left to do', () => {
    const { desk, pass, work } = deskAt();
    desk.leave('/u/WQ-0002');
    desk.press('4');
    const done = work();
    desk.arrive();
    pass(9_000);
    expect(desk.read()).toEqual({ to: null, waiting: ['4'], lost: [] });
    const late = page(desk);
    pass(100);
    expect(late.got).toEqual(['4']);
    // and what nobody wants then is said, no sooner
    desk.leave('/u/WQ-0003');
    late.drop();
    desk.press('q');
    desk.arrive();
    pass(9_000);
    expect(desk.read().lost).toEqual([]);
    done();
    pass(100);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: ['q'] });
  });
  it('a part of the page that comes to life late still gets its key; what nobody wants is said', () => {
    const { desk, pass } = deskAt();
    desk.leave('/u/WQ-0002');
    desk.press('4');
    desk.press('q');
    desk.arrive();
    pass(400);
    const late = page(desk);
    pass(100);
    expect(late.got).toEqual(['4']);
    expect(desk.read().lost).toEqual([]);
    pass(3_000);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: ['q'] });
    // and the word goes with the next key
    desk.press('5');
    expect(desk.read().lost).toEqual([]);
  });
  it('nothing is called so: one stays, and what was pressed for it is said to be for nothing', () => {
    const { desk, pass } = deskAt();
    const here = page(desk);
    desk.leave('WQ-9999');
    desk.press('1');
    desk.stay();
    pass(2_000);
    expect(here.got).toEqual([]);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: ['1'] });
    desk.press('2');
    expect(here.got).toEqual(['2']);
  });
  it('another scan before the page came: what waited for the first machine is not the second’s', () => {
    const { desk, pass } = deskAt();
    desk.leave('WQ-0002');
    desk.press('1');
    // looked up, and on its way: still the same
    desk.leave('/u/WQ-0002', true);
    expect(desk.read().waiting).toEqual(['1']);
    desk.leave('WQ-0003');
    desk.press('2');
    const next = page(desk);
    desk.arrive();
    pass(100);
    expect(next.got).toEqual(['2']);
  });
  it('Escape stays here', () => {
    const { desk } = deskAt();
    desk.leave('WQ-0002');
    desk.press('1');
    expect(desk.press('Escape')).toBe(true);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: ['1'] });
  });
  it('a key that leads to another side takes what waits behind it along', () => {
    const { desk, pass } = deskAt();
    desk.add('side', (key) => key === 'w' && (desk.leave('/u/WQ-0002/work'), true));
    const find = page(desk);
    desk.press('g');
    desk.press('w');
    desk.press('3');
    find.drop();
    const work = page(desk);
    pass(500);
    expect([find.got, work.got]).toEqual([[], []]);
    desk.arrive();
    pass(100);
    expect(work.got).toEqual(['3']);
  });
});

describe('sides are named behind one key', () => {
  it('a letter of the page’s own is the page’s; behind the key it names a side, whatever the page does', () => {
    const { desk } = deskAt();
    const page: string[] = [];
    const sides: string[] = [];
    desk.add('page', (key) => (page.push(key), true));
    const drop = desk.add('side', (key) => (sides.push(key), key !== 'q'));
    desk.press('w');
    desk.press('g');
    expect(desk.read().turning).toBe(true);
    desk.press('w');
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: [] });
    desk.press('w');
    expect([page, sides]).toEqual([['w', 'w'], ['w']]);
    // what names none is nobody's, and Escape takes the key back
    desk.press('G');
    expect(desk.press('q')).toBe(false);
    desk.press('g');
    expect(desk.press('Escape')).toBe(true);
    desk.press('w');
    expect([page, sides]).toEqual([
      ['w', 'w', 'w'],
      ['w', 'q'],
    ]);
    // where no machine stands on the page the letter is the page's
    drop();
    desk.press('g');
    expect(page.at(-1)).toBe('g');
  });
  it('behind a panel that is busy: its own keys wait for it, the way to a side goes on after them', () => {
    const { desk, pass } = deskAt();
    let busy = true;
    const work = page(desk, () => busy);
    desk.add('side', (key) => key === 'w' && (desk.leave('/u/WQ-0002/work'), true));
    desk.press('1');
    desk.press('g');
    desk.press('w');
    desk.press('3');
    expect(desk.read().waiting).toEqual(['1', 'g', 'w', '3']);
    busy = false;
    desk.drawn();
    pass(200);
    expect(work.got).toEqual(['1']);
    expect(desk.read()).toEqual({ to: '/u/WQ-0002/work', waiting: ['3'], lost: [] });
  });
});

describe('a page that is busy', () => {
  it('takes its keys one by one when it is free', () => {
    const { desk, pass } = deskAt();
    let busy = true;
    const work = page(desk, () => busy);
    desk.press('1');
    desk.press('2');
    expect(work.got).toEqual([]);
    expect(desk.read().waiting).toEqual(['1', '2']);
    busy = false;
    desk.drawn();
    pass(100);
    expect(work.got).toEqual(['1', '2']);
  });
  it('is gone when the key’s turn comes: another panel does not get what it never asked for', () => {
    const { desk, pass } = deskAt();
    const work = page(desk, () => true);
    desk.press('1');
    desk.press('2');
    work.drop();
    const question = page(desk);
    desk.drawn();
    pass(2_000);
    expect(question.got).toEqual([]);
    expect(desk.read()).toEqual({ to: null, waiting: [], lost: ['1', '2'] });
  });
  it('is asked before the frame, the newest first', () => {
    const { desk } = deskAt();
    const heard: string[] = [];
    desk.add('frame', () => void heard.push('frame'));
    desk.add('page', () => void heard.push('older'));
    desk.add('page', () => void heard.push('newer'));
    expect(desk.press('x')).toBe(false);
    expect(heard).toEqual(['newer', 'older', 'frame']);
  });
});
