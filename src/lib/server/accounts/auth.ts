import { getRequestEvent } from '$app/server';
import { hash, verify } from '@node-rs/argon2';
import { betterAuth } from 'better-auth';
import { drizzleAdapter } from 'better-auth/adapters/drizzle';
import { sveltekitCookies } from 'better-auth/svelte-kit';
import { v7 as uuidv7 } from 'uuid';
import { config } from '../config';
import { db } from '../db';
import type { Writable } from '../db/connect';
import * as schema from '../db/schema';

/** Passwords (argon2id), sessions and their cookies. Its own endpoints are not mounted: Basket's pages call it on the server only. */
export const auth = betterAuth({
  baseURL: config.origin,
  secret: config.authSecret,
  database: drizzleAdapter(db as unknown as Writable, { provider: 'mysql', schema }),
  emailAndPassword: {
    enabled: true,
    disableSignUp: true,
    minPasswordLength: 10,
    maxPasswordLength: 200,
    password: {
      hash: (p) => hash(p),
      verify: ({ hash: h, password }) => verify(h, password)
    }
  },
  user: {
    additionalFields: {
      crewId: { type: 'string', required: true, input: false },
      role: { type: 'string', required: true, input: false },
      units: { type: 'string', required: true, input: false },
      active: { type: 'boolean', required: true, input: false }
    }
  },
  session: { expiresIn: 60 * 60 * 24 * 30, updateAge: 60 * 60 * 24 },
  databaseHooks: {
    session: {
      create: {
        // What a browser calls itself may be of any length; the right password must open all the same.
        before: async (s) => ({
          data: { ...s, userAgent: s.userAgent?.slice(0, 400), ipAddress: s.ipAddress?.slice(0, 64) }
        })
      }
    }
  },
  advanced: {
    database: { generateId: () => uuidv7() },
    useSecureCookies: config.origin.startsWith('https:')
  },
  rateLimit: { enabled: false },
  telemetry: { enabled: false },
  // Its own log would hold the addresses people typed.
  logger: { disabled: true },
  plugins: [sveltekitCookies(getRequestEvent)]
});
