import { fail, redirect } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { isTimeZone } from '$core/calendar';
import { formOf } from '$lib/forms/adapter';
import { crewOf } from '$lib/server/accounts/people';
import { completed } from '$lib/server/clients/find';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { createJob } from '$lib/server/jobs/jobs';
import { newJobDocument } from '$lib/server/jobs/new-job';
import { NewJobSchema, type NewJobInput } from '$formats/schema/form-schemas';
import { newJob } from '$formats/validate/gen/newJob.gen.js';
import type { Actions, PageServerLoad } from './$types';

const formFor = (home: { place: string; latitudeDeg: number; longitudeDeg: number; timeZone: string }) =>
  formOf<NewJobInput>(NewJobSchema, newJob, 'new-job', {
    title: '',
    clientName: '',
    phone: '',
    ...home,
    setting: 'indoor',
    weekFrom: '07:30',
    weekTo: '17:30',
    saturday: false,
    people: 2
  });

export const load: PageServerLoad = async ({ locals }) => {
  const { home } = await crewOf(db, locals.person!.crewId);
  return {
    form: await superValidate(formFor(home))
  };
};

export const actions: Actions = {
  default: async ({ request, locals }) => {
    const person = locals.person!;
    const { home } = await crewOf(db, person.crewId);
    const input = await superValidate(request, formFor(home));
    if (!input.valid) return fail(400, { form: input });
    if (!isTimeZone(input.data.timeZone))
      setError(input, 'timeZone', 'Not a time zone. Use a name like Europe/London.');
    if (input.data.weekTo <= input.data.weekFrom) setError(input, 'weekTo', 'Must be later than the start.');
    if (!input.valid) return fail(400, { form: input });
    const id = await createJob(
      db,
      person.crewId,
      await completed(db, person.crewId, newJobDocument(input.data), home),
      person.name,
      now()
    );
    redirect(303, `/jobs/${id}/look`);
  }
};
