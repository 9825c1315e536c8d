import { error, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { refuseForm } from '$lib/forms/refuse';
import { personOfLink, usePasswordLink } from '$lib/server/accounts/password-links';
import { passwordProblem } from '$lib/server/accounts/passwords';
import { db } from '$lib/server/db';
import { NewPasswordSchema, type NewPasswordInput } from '$formats/schema/form-schemas';
import { newPassword } from '$formats/validate/gen/newPassword.gen.js';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<NewPasswordInput>(NewPasswordSchema, newPassword, 'new-password', { newPassword: '' });
const OVER = 'This link holds no longer: it is used once, within a day. Ask a lead for another.';

export const load: PageServerLoad = async ({ params }) => {
  const person = await personOfLink(db, params.token, Date.now());
  if (!person) error(404, OVER);
  return { name: person.name, email: person.email, form: await superValidate(form) };
};

export const actions: Actions = {
  default: async ({ request, params }) => {
    const person = await personOfLink(db, params.token, Date.now());
    if (!person) error(404, OVER);
    const input = await superValidate(request, form);
    if (!input.valid) return refuseForm(input);
    const weak = passwordProblem(input.data.newPassword, person);
    if (weak) {
      setError(input, 'newPassword', weak);
      return refuseForm(input, 422);
    }
    if (!(await usePasswordLink(db, params.token, input.data.newPassword, Date.now()))) error(404, OVER);
    redirect(303, '/sign-in');
  }
};
