import { crewOf } from '$lib/server/accounts/people';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { railFor } from '$lib/server/overview/rail';
import { deskOf } from '$lib/server/weather/desk';
import type { LayoutServerLoad } from './$types';

export const load: LayoutServerLoad = async ({ locals, fetch, depends }) => {
  depends('basket:rail');
  const person = locals.person!;
  const crew = await crewOf(db, person.crewId);
  return {
    person,
    crew: { name: crew.name, home: crew.home },
    // As one text, which is quicker to write and to read than thousands of values one by one.
    railText: JSON.stringify(await railFor(db, crew, now(), deskOf(fetch)))
  };
};
