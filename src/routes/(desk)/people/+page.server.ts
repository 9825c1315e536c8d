import { fail } from '@sveltejs/kit';
import { setError, superValidate } from 'sveltekit-superforms';
import { formOf } from '$lib/forms/adapter';
import { idIn } from '$lib/forms/id-in';
import { refuseForm } from '$lib/forms/refuse';
import { LINK_HOURS, makePasswordLink } from '$lib/server/accounts/password-links';
import { passwordProblem } from '$lib/server/accounts/passwords';
import { addPerson, changePerson, listPeople } from '$lib/server/accounts/people';
import { may, type Role } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { config } from '$lib/server/config';
import { db } from '$lib/server/db';
import { closeStreamsOf } from '$lib/server/work-log/streams';
import { PersonSchema, type PersonInput, type RoleInput } from '$formats/schema/form-schemas';
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

export const load: PageServerLoad = async ({ locals }) => ({
  people: await listPeople(db, locals.person!.crewId),
  form: await superValidate(form),
  mayEdit: may(locals.person!.role, 'edit people')
});

const NOBODY = { problem: 'This person is not in your crew.' };

export const actions: Actions = {
  add: async ({ request, locals }) => {
    const lead = locals.person!;
    const input = await superValidate(request, form);
    if (!input.valid) return refuseForm(input);
    const weak = passwordProblem(input.data.password, input.data);
    if (weak) setError(input, 'password', weak);
    if (!input.valid) return refuseForm(input, 422);
    const added = await addPerson(db, lead.crewId, { ...input.data, role: input.data.role as Role }, now());
    if (!added.ok) {
      setError(input, 'email', added.problem);
      return refuseForm(input, 409);
    }
    return { form: await superValidate(form) };
  },
  role: async ({ request, locals }) => {
    const data = Object.fromEntries(await request.formData());
    const checked = check<RoleInput>(roleChange, data);
    if (!checked.ok) return fail(422, { problem: checked.problems[0]!.problem });
    const done = await changePerson(db, locals.person!.crewId, checked.value.userId, {
      role: checked.value.role as Role
    });
    return done.ok ? { done: true } : fail(409, { problem: done.problem });
  },
  active: async ({ request, locals }) => {
    const data = await request.formData();
    const userId = idIn(data, 'userId');
    if (!userId) return fail(422, NOBODY);
    const active = data.get('active') === '1';
    const done = await changePerson(db, locals.person!.crewId, userId, { active });
    if (!done.ok) return fail(409, { problem: done.problem });
    if (!active) closeStreamsOf(userId);
    return { done: true };
  },
  /** A link by which a person who has lost the password sets a new one, told once. */
  link: async ({ request, locals }) => {
    const lead = locals.person!;
    const userId = idIn(await request.formData(), 'userId');
    const token = userId && (await makePasswordLink(db, lead.crewId, userId, lead.name, Date.now()));
    if (!token) return fail(404, NOBODY);
    return { link: `${config.origin}/new-password/${token}`, linkFor: userId, hours: LINK_HOURS };
  }
};
