import { redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { refuseForm } from '$lib/forms/refuse';
import { auth } from '$lib/server/accounts/auth';
import { passwordProblem } from '$lib/server/accounts/passwords';
import { createFirstCrew, isEmpty } from '$lib/server/accounts/people';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { starterCards } from '$lib/server/shelf/starter';
import { FirstAccountSchema, type FirstAccountInput } from '$formats/schema/form-schemas';
import { firstAccount } from '$formats/validate/gen/firstAccount.gen.js';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<FirstAccountInput>(FirstAccountSchema, firstAccount, 'first-account', {
  crewName: '',
  name: '',
  email: '',
  password: '',
  units: 'metric'
});
const DAY = { from: '07:30', to: '17:30' };
const START = {
  home: {
    place: 'Our yard',
    latitudeDeg: 49.4,
    longitudeDeg: -7.6,
    timeZone: 'Europe/London'
  },
  workingHours: { mon: DAY, tue: DAY, wed: DAY, thu: DAY, fri: DAY }
};

export const load: PageServerLoad = async () => {
  if (!(await isEmpty(db))) redirect(303, '/sign-in');
  return { form: await superValidate(form) };
};

export const actions: Actions = {
  default: async ({ request }) => {
    if (!(await isEmpty(db))) redirect(303, '/sign-in');
    const input = await superValidate(request, form);
    if (!input.valid) return refuseForm(input);
    const { crewName, ...first } = input.data;
    const weak = passwordProblem(first.password, { ...first, crewName });
    if (weak) {
      setError(input, 'password', weak);
      return refuseForm(input, 422);
    }
    const made = await createFirstCrew(
      db,
      { name: crewName, ...START },
      { ...first, role: 'lead' },
      now(),
      starterCards
    );
    // Somebody was quicker: this Basket has its first crew.
    if (!made) redirect(303, '/sign-in');
    await auth.api.signInEmail({
      body: { email: first.email, password: first.password },
      headers: request.headers
    });
    redirect(303, '/');
  }
};
