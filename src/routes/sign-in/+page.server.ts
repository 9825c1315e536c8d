import { fail, redirect } from '@sveltejs/kit';
import { APIError } from 'better-auth/api';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { auth } from '$lib/server/accounts/auth';
import { isEmpty } from '$lib/server/accounts/people';
import { countFailure, forgetFailures, secondsUntilTry } from '$lib/server/accounts/slow-down';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { SignInSchema, type SignInInput } from '$formats/schema/form-schemas';
import { signIn } from '$formats/validate/gen/signIn.gen.js';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<SignInInput>(SignInSchema, signIn, 'sign-in', {
  email: '',
  password: ''
});

/** Only a path of this site may follow a sign-in. */
const safePath = (to: string | null): string => (to && /^\/(?![/\\])/.test(to) ? to : '/');

export const load: PageServerLoad = async ({ locals, url }) => {
  if (locals.person) redirect(303, safePath(url.searchParams.get('to')));
  if (await isEmpty(db)) redirect(303, '/welcome');
  return { form: await superValidate(form), demo: config.demo };
};

export const actions: Actions = {
  default: async ({ request, url }) => {
    const input = await superValidate(request, form);
    if (!input.valid) return fail(400, { form: input });
    const { email, password } = input.data;
    // Waiting is real time: a clock that stands still would never let anybody in again.
    const wait = await secondsUntilTry(db, email, Date.now());
    if (wait > 0) {
      setError(input, 'password', `Too many wrong passwords. Try again in ${wait} s.`);
      return fail(429, { form: input });
    }
    try {
      const { user } = await auth.api.signInEmail({
        body: { email, password },
        headers: request.headers
      });
      if (!(user as { active?: boolean }).active) throw new APIError('UNAUTHORIZED');
    } catch (e) {
      if (!(e instanceof APIError)) throw e;
      await countFailure(db, email, Date.now());
      setError(input, 'password', 'Address and password do not belong together.');
      return fail(401, { form: input });
    }
    await forgetFailures(db, email);
    redirect(303, safePath(url.searchParams.get('to')));
  }
};
