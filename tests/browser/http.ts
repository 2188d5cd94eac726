/** A signed-in caller of the application's own endpoints, without a browser. */
export async function signedIn(url: string, email: string, password: string) {
  const response = await fetch(`${url}/api/auth/sign-in/email`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', origin: url },
    body: JSON.stringify({ email, password }),
  });
  if (!response.ok)
    throw new Error(`sign-in of ${email} failed: ${response.status} ${await response.text()}`);
  const cookie = response.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  return {
    cookie,
    get: (path: string) => fetch(url + path, { headers: { cookie } }),
    post: (path: string, body: BodyInit, headers: Record<string, string> = {}) =>
      fetch(url + path, { method: 'POST', headers: { cookie, origin: url, ...headers }, body }),
    command: (name: string, body: unknown) =>
      fetch(`${url}/api/commands/${name}`, {
        method: 'POST',
        headers: { cookie, origin: url, 'content-type': 'application/json' },
        body: JSON.stringify(body),
      }),
  };
}
