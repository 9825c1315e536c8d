import { createHash, createHmac, randomBytes, timingSafeEqual } from 'node:crypto';
import type { Cookies } from '@sveltejs/kit';

const KEPT_S = 400 * 86_400;

/** A cookie's name for one address on this device: several people may share a phone. */
const nameFor = (email: string): string =>
  `basket-known-${createHash('sha256').update(email.toLowerCase()).digest('hex').slice(0, 10)}`;

const sealOf = (secret: string, email: string, device: string): string =>
  createHmac('sha256', secret).update(`known device\0${email.toLowerCase()}\0${device}`).digest('base64url');

/** The device's own name if it has signed in as this person before; null else. */
export function knownDevice(cookies: Pick<Cookies, 'get'>, secret: string, email: string): string | null {
  const [device, seal] = (cookies.get(nameFor(email)) ?? '').split('.');
  if (!device || !seal) return null;
  const [given, right] = [Buffer.from(seal), Buffer.from(sealOf(secret, email, device))];
  return given.length === right.length && timingSafeEqual(given, right) ? device : null;
}

/** Notes on the device that this person has signed in on it. */
export function noteDevice(
  cookies: Pick<Cookies, 'get' | 'set'>,
  secret: string,
  email: string,
  secure: boolean
): void {
  if (knownDevice(cookies, secret, email)) return;
  const device = randomBytes(12).toString('base64url');
  cookies.set(nameFor(email), `${device}.${sealOf(secret, email, device)}`, {
    path: '/sign-in',
    httpOnly: true,
    sameSite: 'lax',
    secure,
    maxAge: KEPT_S
  });
}
