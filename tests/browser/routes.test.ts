import { readFileSync } from 'node:fs';
import { beforeAll, describe, expect, inject, it } from 'vitest';
import { signedIn } from './http';

const url = inject('url');
const password = inject('password');
let owner: Awaited<ReturnType<typeof signedIn>>;
let viewer: Awaited<ReturnType<typeof signedIn>>;

beforeAll(async () => {
  owner = await signedIn(url, 'buyer@saltmarsh.example', password);
  viewer = await signedIn(url, 'trainee@saltmarsh.example', password);
});

const READ = [
  '/api/units/WQ-0007/compare?with=stop',
  '/api/jobs',
  '/api/rules/numbers',
  '/api/codes',
  '/api/bin/memory',
];

describe('what the instruments read', () => {
  it.each(READ)('%s is for people of the shop only', async (path) => {
    expect((await fetch(url + path)).status).toBe(401);
    expect((await viewer.get(path)).status).toBe(200);
  });
  it('the proposed step against another, or what is in the way', async () => {
    const against = async (step: string) =>
      (await (await owner.get(`/api/units/WQ-0007/compare?with=${step}`)).json()) as {
        proposed: string;
        other: string;
        result: { possible: boolean; barrier?: { kind: string } };
      };
    expect(await against('stop')).toMatchObject({ other: 'Stop here', result: { possible: true } });
    expect(await against('fan-forced')).toMatchObject({
      result: { possible: false, barrier: { kind: 'needs', facts: ['system'] } },
    });
    expect(await against('torch')).toMatchObject({
      result: { possible: false, barrier: { kind: 'chassis' } },
    });
    expect((await owner.get('/api/units/WQ-0007/compare?with=nonsense')).status).toBe(404);
    expect((await owner.get('/api/units/XX-1/compare?with=stop')).status).toBe(404);
  });
  it('own numbers come as a file', async () => {
    const response = await owner.get('/api/rules/numbers');
    expect(response.headers.get('content-disposition')).toContain('own-numbers.json');
    expect(await response.json()).toEqual({});
  });
  it('modules of the bin come with what a board asks of them; lent ones stay out', async () => {
    const modules = async () =>
      (
        (await (await owner.get('/api/bin/memory')).json()) as {
          modules: { code: string; gb: number; type: string; rate: number; knownGood: boolean }[];
        }
      ).modules;
    const before = await modules();
    expect(before).toContainEqual(
      expect.objectContaining({ gb: 4, type: 'DDR3 DIMM', rate: 1333, knownGood: false }),
    );
    const { units } = (await (await owner.get('/api/find?text=WQ-0014')).json()) as {
      units: { id: string }[];
    };
    const lent = (await (
      await owner.command('reservePart', { input: { unitId: units[0].id, finding: 'memory-swap' } })
    ).json()) as { answer: { componentId: string; code: string } };
    expect((await modules()).map((module) => module.code)).not.toContain(lent.answer.code);
    expect(
      (
        await owner.command('releasePart', {
          input: { unitId: units[0].id, componentId: lent.answer.componentId },
        })
      ).status,
    ).toBe(200);
    expect(await modules()).toEqual(before);
  });
  it('the belief route takes the same case as the command', async () => {
    const answer = await owner.post(
      '/api/belief/case',
      readFileSync('samples/cases/turns-on-then-nothing.json', 'utf8'),
      { 'content-type': 'application/json' },
    );
    expect(answer.status).toBe(200);
    const body = (await answer.json()) as {
      beliefs: { cause: string }[];
      comparison: { possible: boolean };
      steps: { kind: string; id: string }[];
    };
    expect(body.beliefs[0].cause).toBe('memory-contact');
    expect(body.comparison.possible).toBe(true);
    expect(body.steps.map((step) => step.id)).toContain('memory-swap'); // its bin has a module
    const wrong = await owner.post(
      '/api/belief/case',
      JSON.stringify({
        chassis: 'laptop',
        values: { soundMinor: 1 },
        overrides: { causes: { dragon: { valueLeft: 0.5 } } },
      }),
      { 'content-type': 'application/json' },
    );
    expect(wrong.status).toBe(400);
    expect(((await wrong.json()) as { error: { message: string } }).error.message).toMatch(/dragon/);
  });
});

describe('who may not', () => {
  it.each([
    ['setOverrides', { overrides: {} }],
    ['learnFromCases', { strength: 100 }],
    ['forgetLearned', {}],
    ['startRevaluation', {}],
    ['importCodes', { text: 'x' }],
    ['dropCodes', { maker: 'Aldermoor' }],
  ])('a viewer: %s', async (name, input) => {
    const answer = await viewer.command(name, { input });
    expect(answer.status).toBe(403);
    expect(((await answer.json()) as { error: { message: string } }).error.message).toContain('viewer');
  });
});
