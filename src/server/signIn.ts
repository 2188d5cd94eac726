import Joi from 'joi';
import { checkedInput } from '@/shop/input';
import { ShopError } from '@/errors';
import { assertOwnOrigin, jsonWithin } from './answer';
import { getAuth } from './auth';
import { knock, PEER_HEADER, welcome } from './door';

const MAX_BODY = 4_000;
const shape = Joi.object({
  email: Joi.string().trim().lowercase().max(120).required().label('address'),
  password: Joi.string().max(120).required().label('password'),
});
const WRONG = 'That address and password do not go together.';

/** Signs a person in. Who they are and where they come from is counted before the password is looked at. */
export async function signIn(request: Request): Promise<Response> {
  assertOwnOrigin(request);
  const body = await jsonWithin(request, MAX_BODY, 'the request');
  const { email, password } = checkedInput(shape, body);
  await knock(email, request.headers.get(PEER_HEADER) ?? 'unknown');
  const response = await passOn(request, JSON.stringify({ email, password }));
  if (response.status === 401 || response.status === 400) throw new ShopError('signed-out', WRONG);
  if (response.ok) await welcome(email);
  // the token is in the cookie; a page has no use for it
  return response.ok ? withoutBody(response) : response;
}

export async function signOut(request: Request): Promise<Response> {
  assertOwnOrigin(request);
  await jsonWithin(request, MAX_BODY, 'the request');
  return withoutBody(await passOn(request, '{}'));
}

/** To the sign-in library, with a body of ours in place of the caller's. */
async function passOn(request: Request, body: string): Promise<Response> {
  const headers = new Headers();
  for (const name of ['cookie', 'origin', 'host', 'user-agent']) {
    const value = request.headers.get(name);
    if (value !== null) headers.set(name, value);
  }
  headers.set('content-type', 'application/json');
  return getAuth().handler(new Request(request.url, { method: 'POST', headers, body }));
}

function withoutBody(response: Response): Response {
  const headers = new Headers({ 'cache-control': 'no-store' });
  for (const cookie of response.headers.getSetCookie()) headers.append('set-cookie', cookie);
  return Response.json({ ok: response.ok }, { status: response.status, headers });
}
