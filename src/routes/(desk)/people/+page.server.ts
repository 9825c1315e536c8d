import { error, fail } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { addPerson, changePerson, listPeople } from '$lib/server/accounts/people';
import { may, type Role } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { PersonSchema, type RoleInput, type PersonInput } from '$formats/schema/form-schemas';
import { person as personValidator } from '$formats/validate/gen/person.gen.js';
import { roleChange } from '$formats/validate/gen/roleChange.gen.js';
import { check } from '$formats/validate/validate';
import type { Actions, PageServerLoad } from './$types';

const form = formOf<PersonInput>(PersonSchema, personValidator, 'person', {
  name: '',
  email: '',
  password: '',
  role: 'hand'
});
const ONLY_LEADS = 'Only a lead changes people.';

export const load: PageServerLoad = async ({ locals }) => ({
  people: await listPeople(db, locals.person!.crewId),
  form: await superValidate(form),
  mayEdit: may(locals.person!.role, 'edit people')
});

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const lead = locals.person!;
    if (!may(lead.role, 'edit people')) error(403, ONLY_LEADS);
    const input = await superValidate(request, form);
    if (!input.valid) return fail(400, { form: input });
    const added = await addPerson(db, lead.crewId, { ...input.data, role: input.data.role as Role }, now());
    if (!added.ok) {
      setError(input, 'email', added.problem);
      return fail(409, { form: input });
    }
    return { form: await superValidate(form) };
  },
  role: async ({ request, locals }) => {
    const lead = locals.person!;
    if (!may(lead.role, 'edit people')) error(403, ONLY_LEADS);
    const data = Object.fromEntries(await request.formData());
    const checked = check<RoleInput>(roleChange, data);
    if (!checked.ok) return fail(422, { problem: checked.problems[0]!.problem });
    const done = await changePerson(db, lead.crewId, checked.value.userId, {
      role: checked.value.role as Role
    });
    return done.ok ? { done: true } : fail(409, { problem: done.problem });
  },
  active: async ({ request, locals }) => {
    const lead = locals.person!;
    if (!may(lead.role, 'edit people')) error(403, ONLY_LEADS);
    const data = await request.formData();
    const done = await changePerson(db, lead.crewId, String(data.get('userId')), {
      active: data.get('active') === '1'
    });
    return done.ok ? { done: true } : fail(409, { problem: done.problem });
  }
};
