import { error, json } from '@sveltejs/kit';
import { cardProblems, type ProductCard } from '$core/product';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findCard, saveCard } from '$lib/server/shelf/cards';
import { productCard } from '$formats/validate/gen/productCard.gen.js';
import { check } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** A card as an open file. */
export const GET: RequestHandler = async ({ url, locals }) => {
  const found = await findCard(db, locals.person!.crewId, url.searchParams.get('id') ?? '');
  if (!found) error(404);
  return new Response(`${JSON.stringify(found.card, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${found.card.id}.basket-card.json"`
    }
  });
};

/** Imports a card: a new one, or the next revision of one with the same id. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  if (!may(person.role, 'edit cards')) return json({ message: 'A lead changes cards.' }, { status: 403 });
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<ProductCard>(productCard, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const problems = cardProblems(checked.value);
  if (problems.length) return refuse(problems);
  const current = await findCard(db, person.crewId, checked.value.id);
  const saved = await saveCard(db, person.crewId, checked.value, current?.revision ?? 0, person.name, now());
  return saved.ok
    ? json({ id: checked.value.id, revision: saved.revision }, { status: 201 })
    : json({ message: 'Somebody changed this card meanwhile.' }, { status: 409 });
};
