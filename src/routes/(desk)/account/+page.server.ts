import { message, setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { refuseForm } from '$lib/forms/refuse';
import { auth } from '$lib/server/accounts/auth';
import { changePassword } from '$lib/server/accounts/own-password';
import { passwordProblem } from '$lib/server/accounts/passwords';
import { forgiveTries, takeTry } from '$lib/server/accounts/slow-down';
import { db } from '$lib/server/db';
import { PasswordChangeSchema, type PasswordChangeInput } from '$formats/schema/form-schemas';
import { passwordChange } from '$formats/validate/gen/passwordChange.gen.js';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<PasswordChangeInput>(PasswordChangeSchema, passwordChange, 'password', {
  currentPassword: '',
  newPassword: ''
});

export const load: PageServerLoad = async () => ({ form: await superValidate(form) });

export const actions: Actions = {
  password: async ({ request, locals }) => {
    const person = locals.person!;
    const input = await superValidate(request, form);
    if (!input.valid) return refuseForm(input);
    const { currentPassword, newPassword } = input.data;
    const weak = passwordProblem(newPassword, person);
    if (weak) {
      setError(input, 'newPassword', weak);
      return refuseForm(input, 422);
    }
    // Guesses with a phone somebody left lying are slowed like those at the door, on a count of their own.
    const trier = { email: person.email, source: '', knownDevice: `signed in ${person.id}` };
    const wait = await takeTry(db, trier, Date.now());
    if (wait > 0) {
      setError(input, 'currentPassword', `Too many wrong passwords. Try again in ${wait} s.`);
      return refuseForm(input, 429);
    }
    const session = await auth.api.getSession({ headers: request.headers });
    const done = await changePassword(db, person.id, currentPassword, newPassword, Date.now(), session?.session.token);
    if (!done) {
      setError(input, 'currentPassword', 'This is not your password now.');
      return refuseForm(input, 401);
    }
    await forgiveTries(db, trier, Date.now());
    return message(await superValidate(form), 'Changed. Wherever else you were signed in, you sign in anew.');
  }
};
