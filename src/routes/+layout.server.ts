import { isFrozen, now } from '$lib/server/clock';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = ({ locals, depends }) => {
  depends('basket:person');
  return { person: locals.person, serverNow: now(), frozen: isFrozen() };
};
