import { fail, redirect } from '@sveltejs/kit';
import { superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { auth } from '$lib/server/accounts/auth';
import { createCrew, isEmpty } from '$lib/server/accounts/people';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { stockShelf } from '$lib/server/shelf/starter';
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
    latitudeDeg: 53.06,
    longitudeDeg: 0.27,
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
    if (!input.valid) return fail(400, { form: input });
    const { crewName, ...first } = input.data;
    const { crewId } = await createCrew(db, { name: crewName, ...START }, { ...first, role: 'lead' }, now());
    await stockShelf(db, crewId, first.name, now());
    await auth.api.signInEmail({
      body: { email: first.email, password: first.password },
      headers: request.headers
    });
    redirect(303, '/');
  }
};
