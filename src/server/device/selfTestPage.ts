import { readFileSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { SelfTestPlan } from '@/shop/selftest/lane';

const built = (name: string) =>
  join(/* turbopackIgnore: true */ process.cwd(), '.bundles', `selftest.${name}`);
const kept = new Map<string, { at: number; text: string }>();

/** A file of the page as it was built, read anew when it was built anew. */
function bundle(name: 'js' | 'css'): string {
  const { mtimeMs: at } = statSync(built(name));
  const known = kept.get(name);
  if (known?.at === at) return known.text;
  const text = readFileSync(built(name), 'utf8');
  kept.set(name, { at, text });
  return text;
}

export function selfTestBundle(): Response {
  // packed on its way by the server, as every text is
  return new Response(bundle('js'), {
    headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-store' },
  });
}

const SIGNS: Record<string, string> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const safe = (text: string) => text.replace(/[&<>"']/g, (sign) => SIGNS[sign]);

function page(request: Request, title: string, body: string, status = 200): Response {
  const nonce = request.headers.get('x-nonce') ?? '';
  return new Response(
    `<!doctype html><html lang="en"><head><meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>${safe(title)}</title>
<style nonce="${safe(nonce)}">${bundle('css')}</style></head><body>${body.replaceAll('NONCE', safe(nonce))}</body></html>`,
    { status, headers: { 'content-type': 'text/html; charset=utf-8', 'cache-control': 'no-store' } },
  );
}

/** Where the letters are typed; no script is needed for it. */
export const typeLetters = (request: Request, problem: string, status = 200): Response =>
  page(
    request,
    'Test this machine',
    `<main class="door"><h1>Test this machine</h1><p>Six letters from the unit’s page:</p>
<form id="door"><input name="token" maxlength="6" autocomplete="off" autocapitalize="characters" spellcheck="false" autofocus aria-label="Six letters"><button>Open</button></form>
${problem ? `<p role="alert" class="problem">${safe(problem)}</p>` : ''}
<script nonce="NONCE">document.getElementById('door').addEventListener('submit',function(e){e.preventDefault();location.href='/t/'+encodeURIComponent(e.target.token.value.trim().toUpperCase())})</script></main>`,
    status,
  );

/** The page of a unit: what it is given stands in it as data, and one script does the rest. */
export function selfTestPage(request: Request, plan: SelfTestPlan): Response {
  const data = JSON.stringify(plan).replace(/</g, '\\u003c');
  return page(
    request,
    `${plan.tag}: tests`,
    `<div id="test"><main class="door"><h1>${safe(plan.tag)}</h1><p>The test page is coming …</p></main></div>
<script type="application/json" id="plan" nonce="NONCE">${data}</script>
<script nonce="NONCE" src="/t/${safe(plan.token)}/app"></script>`,
  );
}
