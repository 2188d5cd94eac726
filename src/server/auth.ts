import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { nextCookies } from 'better-auth/next-js';
import { database, ofDatabase } from '@/db/client';
import { account, session, user, verification } from '@/db/schema';
import { hash, verify } from './password';

/** Shortest and longest password the sign-in takes. */
export const SHORTEST_PASSWORD = 10;
export const LONGEST_PASSWORD = 120;

function createAuth() {
  const port = process.env.PORT ?? '3000';
  const baseURL = process.env.OMNITROPE_URL ?? `http://127.0.0.1:${port}`;
  const secret = process.env.BETTER_AUTH_SECRET;
  if (!secret) throw new Error('BETTER_AUTH_SECRET is not set: start with "npm start", which makes one');
  const others = (process.env.OMNITROPE_ORIGINS ?? '').split(',').filter(Boolean);
  return betterAuth({
    baseURL,
    secret,
    trustedOrigins: [baseURL, `http://localhost:${port}`, `http://127.0.0.1:${port}`, ...others],
    database: drizzleAdapter(database(), {
      provider: 'pg',
      schema: { user, session, account, verification },
    }),
    emailAndPassword: {
      enabled: true,
      disableSignUp: true,
      minPasswordLength: SHORTEST_PASSWORD,
      maxPasswordLength: LONGEST_PASSWORD,
      password: { hash, verify },
    },
    user: { additionalFields: { role: { type: 'string', input: false, defaultValue: 'viewer' } } },
    // nothing of a session is remembered outside the database: an account closed or a role changed counts at
    // once
    session: { expiresIn: 60 * 60 * 24 * 14, cookieCache: { enabled: false } },
    // tries are counted in `door`, by account and by the socket's own address
    rateLimit: { enabled: false },
    telemetry: { enabled: false },
    plugins: [nextCookies()],
  });
}

export type Auth = ReturnType<typeof createAuth>;
/** Made at first use: a build needs no secret. */
export const getAuth: () => Auth = ofDatabase(createAuth);
