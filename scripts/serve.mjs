// The server process: Next behind a door of our own, which knows the socket, limits what may come in, and
// gives every page its nonce.
//   HOST, PORT; OMNITROPE_TLS (a folder with bench.key and bench.crt) and TLS_PORT: https beside it; OMNITROPE_TRUSTED_PROXIES: addresses (comma) whose x-forwarded-* headers count; OMNITROPE_URL: https://... when a proxy ends TLS
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecure } from 'node:https';
import next from 'next';

const dev = process.argv.includes('--dev');
const host = process.env.HOST ?? '127.0.0.1';
const port = Number(process.env.PORT ?? 3000);
const proxies = new Set((process.env.OMNITROPE_TRUSTED_PROXIES ?? '').split(',').filter(Boolean));
const https = (process.env.OMNITROPE_URL ?? '').startsWith('https://');

/**
 * Largest body of any route, with room for multipart wrapping; each route has a limit of its own below it.
 */
const MAX_BODY = 26_000_000;
const FORWARDED = [
  'x-forwarded-for',
  'x-forwarded-host',
  'x-forwarded-proto',
  'x-forwarded-port',
  'forwarded',
];

/**
 * 'self' and this answer's nonce; styles may stand in attributes (a bar's width), scripts nowhere but in our
 * files.
 */
const policy = (nonce) =>
  [
    "default-src 'self'",
    `script-src 'self' 'nonce-${nonce}' 'strict-dynamic'${dev ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    "style-src-attr 'unsafe-inline'",
    "img-src 'self' blob: data:",
    "media-src 'self' blob:",
    "connect-src 'self'",
    "worker-src 'self' blob:",
    "object-src 'none'",
    "frame-ancestors 'none'",
    "base-uri 'none'",
    "form-action 'self'",
  ].join('; ');

const HEADERS = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
  'permissions-policy':
    'accelerometer=(), camera=(self), display-capture=(), geolocation=(), gyroscope=(), microphone=(self), midi=(), payment=(), serial=(), usb=()',
  ...(https && { 'strict-transport-security': 'max-age=31536000; includeSubDomains' }),
};

const plainAddress = (address) => (address ?? '').replace(/^::ffff:/, '');

/** Where a request comes from: the socket, or what a trusted proxy says of the hop before it. */
function peerOf(request) {
  const socket = plainAddress(request.socket.remoteAddress);
  if (!proxies.has(socket)) return socket;
  const hops = String(request.headers['x-forwarded-for'] ?? '')
    .split(',')
    .map((hop) => hop.trim());
  return hops.reverse().find((hop) => hop && !proxies.has(hop)) ?? socket;
}

/** An address is sent back in the headers of a redirect, twice: longer ones would be more than a caller reads. */
const MOST_ADDRESS = 7_000;

function refuse(response, status, message) {
  response.writeHead(status, {
    ...HEADERS,
    'content-type': 'application/json',
    'cache-control': 'no-store',
    connection: 'close',
  });
  response.end(JSON.stringify({ error: { code: status === 413 ? 'too-large' : 'invalid', message } }));
}

function readable(url) {
  try {
    return !decodeURIComponent(url.split('?')[0]).includes('\u0000');
  } catch {
    return false;
  }
}

// for the benches: how long the event loop was held, told on SIGUSR2 and counted afresh
if (process.env.OMNITROPE_LOOP === 'tell') {
  const { monitorEventLoopDelay } = await import('node:perf_hooks');
  const delay = monitorEventLoopDelay({ resolution: 5 });
  delay.enable();
  process.on('SIGUSR2', () => {
    const ms = (ns) => Math.round(ns / 1e5) / 10;
    console.error(
      `loop ${JSON.stringify({ p50: ms(delay.percentile(50)), p99: ms(delay.percentile(99)), max: ms(delay.max) })}`,
    );
    delay.reset();
  });
}

const app = next({ dev, hostname: host, port });
const handle = app.getRequestHandler();
await app.prepare();

const tls = process.env.OMNITROPE_TLS ?? '';
const tlsPort = Number(process.env.TLS_PORT ?? 0);
/** What a script under a live system asks for: a shell that knows no certificate of ours may come by plain http. */
const SCRIPTS = /^\/[rse]\//;
const LOOPBACK = /^(127\.|::1$)/;

/** On the bench network everything but those scripts goes over https, where there is one. */
function elsewhere(request) {
  if (!tls || request.socket.encrypted || https) return null;
  if (proxies.has(plainAddress(request.socket.remoteAddress))) return null;
  // as a browser and the application read it: "/r/../sign-in" is the sign-in page
  const path = URL.canParse(request.url ?? '', 'http://shop')
    ? new URL(request.url, 'http://shop').pathname
    : '';
  if (LOOPBACK.test(plainAddress(request.socket.localAddress)) || SCRIPTS.test(path)) return null;
  const host = String(request.headers.host ?? '').replace(/:\d+$/, '');
  return /^[A-Za-z0-9.:[\]-]{1,255}$/.test(host) ? `https://${host}:${tlsPort}${request.url}` : null;
}

/**
 * A cookie given over https on the bench network never goes out over plain http. Loopback keeps both doors to the same
 * session: a browser would not let plain http renew a cookie marked so.
 */
function keepCookiesSecure(request, response) {
  if (!request.socket.encrypted || LOOPBACK.test(plainAddress(request.socket.localAddress))) return;
  const writeHead = response.writeHead;
  response.writeHead = function (...given) {
    const cookies = [response.getHeader('set-cookie') ?? []].flat();
    if (cookies.length)
      response.setHeader(
        'set-cookie',
        cookies.map((cookie) => (/;\s*secure/i.test(cookie) ? cookie : `${cookie}; Secure`)),
      );
    return writeHead.apply(this, given);
  };
}

const answer = (request, response) => {
  const peer = peerOf(request);
  if (!proxies.has(plainAddress(request.socket.remoteAddress)))
    for (const name of FORWARDED) delete request.headers[name];
  // the one address the application believes; whatever a caller wrote there is gone
  request.headers['x-omnitrope-peer'] = peer;
  request.headers['x-forwarded-for'] = peer;
  if ((request.url ?? '').length > MOST_ADDRESS) return refuse(response, 414, 'That address is too long.');
  if (!readable(request.url ?? '/')) return refuse(response, 400, 'That address cannot be read.');
  if (Number(request.headers['content-length'] ?? 0) > MAX_BODY)
    return refuse(response, 413, 'Nothing taken in: it is too large.');
  const there = elsewhere(request);
  if (there) {
    response.writeHead(308, { ...HEADERS, location: there, 'cache-control': 'no-store' });
    return response.end();
  }
  keepCookiesSecure(request, response);
  if (request.socket.encrypted) request.headers['x-forwarded-proto'] = 'https';
  const nonce = randomBytes(16).toString('base64');
  const csp = policy(nonce);
  request.headers['content-security-policy'] = csp;
  request.headers['x-nonce'] = nonce;
  response.setHeader('content-security-policy', csp);
  for (const [name, value] of Object.entries(HEADERS)) response.setHeader(name, value);
  handle(request, response).catch((error) => {
    console.error(`a request failed before it reached the application: ${error?.name ?? 'error'}`);
    if (!response.headersSent) refuse(response, 400, 'That request cannot be read.');
    else response.destroy();
  });
};

function served(server, at) {
  server.headersTimeout = 15_000;
  server.requestTimeout = 120_000;
  server.keepAliveTimeout = 65_000;
  server.maxConnections = 2_000;
  server.on(
    'clientError',
    (_, socket) => socket.writable && socket.end('HTTP/1.1 400 Bad Request\r\nconnection: close\r\n\r\n'),
  );
  server.listen(at, host, () => console.error(`omnitrope: serving on ${host}:${at}`));
  return server;
}
const servers = [served(createServer(answer), port)];
if (tls)
  servers.push(
    served(
      createSecure(
        {
          key: readFileSync(`${tls}/bench.key`),
          cert: readFileSync(`${tls}/bench.crt`),
          minVersion: 'TLSv1.2',
        },
        answer,
      ),
      tlsPort,
    ),
  );

/** What is under way gets this long; browsers that hold on to a connection do not keep a stopping server. */
const GRACE_MS = 3_000;
for (const signal of ['SIGTERM', 'SIGINT'])
  process.once(signal, () => {
    let open = servers.length;
    for (const server of servers) server.close(() => --open === 0 && process.exit(0));
    setTimeout(() => process.exit(0), GRACE_MS).unref();
  });
