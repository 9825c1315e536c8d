import { redirect } from '@sveltejs/kit';
import { APIError } from 'better-auth/api';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { refuseForm } from '$lib/forms/refuse';
import { ownPath } from '$lib/server/access/own-path';
import { auth } from '$lib/server/accounts/auth';
import { knownDevice, noteDevice } from '$lib/server/accounts/known-device';
import { isEmpty } from '$lib/server/accounts/people';
import { forgiveTries, sweepTries, takeTry } from '$lib/server/accounts/slow-down';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { afterwards } from '$lib/server/running/derived';
import { SignInSchema, type SignInInput } from '$formats/schema/form-schemas';
import { signIn } from '$formats/validate/gen/signIn.gen.js';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<SignInInput>(SignInSchema, signIn, 'sign-in', {
  email: '',
  password: ''
});

export const load: PageServerLoad = async ({ locals, url }) => {
  if (locals.person) redirect(303, ownPath(url.searchParams.get('to'), config.origin));
  if (await isEmpty(db)) redirect(303, '/welcome');
  return { form: await superValidate(form), demo: config.demo };
};

export const actions: Actions = {
  default: async ({ request, url, cookies, getClientAddress }) => {
    const input = await superValidate(request, form);
    if (!input.valid) return refuseForm(input);
    const { email, password } = input.data;
    const trier = { email, source: getClientAddress(), knownDevice: knownDevice(cookies, config.authSecret, email) };
    // Waiting is real time: a clock that stands still would never let anybody in again.
    const wait = await takeTry(db, trier, Date.now());
    if (wait > 0) {
      setError(input, 'password', `Too many wrong passwords. Try again in ${wait} s.`);
      return refuseForm(input, 429);
    }
    try {
      const { user } = await auth.api.signInEmail({ body: { email, password }, headers: request.headers });
      if (!(user as { active?: boolean }).active) throw new APIError('UNAUTHORIZED');
    } catch (e) {
      if (!(e instanceof APIError)) throw e;
      setError(input, 'password', 'Address and password do not belong together.');
      return refuseForm(input, 401);
    }
    noteDevice(cookies, config.authSecret, email, config.origin.startsWith('https:'));
    await forgiveTries(db, trier, Date.now());
    await afterwards('old sign-in tries', () => sweepTries(db, Date.now()));
    redirect(303, ownPath(url.searchParams.get('to'), config.origin));
  }
};
