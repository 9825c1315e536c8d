import { error, json } from '@sveltejs/kit';
import { cardProblems, type ProductCard } from '$core/product';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { readJson, refuse } from '$lib/server/http';
import { findCard, rawCard, listCards, saveCard, saveCards } from '$lib/server/shelf/cards';
import { productCard } from '$formats/validate/gen/productCard.gen.js';
import { check, type FieldProblem } from '$formats/validate/validate';
import type { RequestHandler } from './$types';

/** A card as an open file; without an id, all cards of the shelf. */
export const GET: RequestHandler = async ({ url, locals }) => {
  if (!url.searchParams.has('id')) return json((await listCards(db, locals.person!.crewId)).map((c) => c.card));
  const id = url.searchParams.get('id') ?? '';
  const { crewId } = locals.person!;
  const found = url.searchParams.has('raw')
    ? await rawCard(db, crewId, id).then((r) => r && { card: r.document })
    : await findCard(db, crewId, id);
  if (!found) error(404, 'There is no such card on the shelf.');
  return new Response(`${JSON.stringify(found.card, null, 2)}\n`, {
    headers: {
      'Content-Type': 'application/json',
      'Content-Disposition': `attachment; filename="${id}.basket-card.json"`
    }
  });
};

const MOST_AT_ONCE = 200;

/** Saves cards over the revisions they were read at: all of them or none; 409 with the ids that had changed. */
export const PUT: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const { cards } = (body.value ?? {}) as { cards?: unknown };
  if (!Array.isArray(cards) || cards.length === 0 || cards.length > MOST_AT_ONCE)
    return refuse([{ path: '/cards', problem: `must be a list of 1 to ${MOST_AT_ONCE}` }]);
  const taken: { card: ProductCard; revision: number }[] = [];
  const problems: FieldProblem[] = [];
  cards.forEach((c: { card?: unknown; revision?: unknown } | null, i) => {
    const at = cards.length === 1 ? '' : `/cards/${i}`;
    const checked = check<ProductCard>(productCard, c?.card);
    if (!checked.ok) problems.push(...checked.problems.map((p) => ({ path: at + p.path, problem: p.problem })));
    else if (typeof c?.revision !== 'number' || !Number.isInteger(c.revision))
      problems.push({ path: `${at}/revision`, problem: 'must be the revision the card was read at, 0 for a new one' });
    else {
      problems.push(...cardProblems(checked.value).map((p) => ({ path: at + p.path, problem: p.problem })));
      taken.push({ card: checked.value, revision: c.revision });
    }
  });
  if (new Set(taken.map((t) => t.card.id)).size < taken.length)
    problems.push({ path: '/cards', problem: 'two cards have the same id' });
  if (problems.length) return refuse(problems);
  const saved = await saveCards(db, person.crewId, taken, person.name, now());
  if (saved.ok) return json({ saved: taken.length });
  return json(
    { message: 'Changed by somebody meanwhile, nothing was written.', changed: saved.changed },
    { status: 409 }
  );
};

/** Imports a card: a new one, or the next revision of one with the same id. */
export const POST: RequestHandler = async ({ request, locals }) => {
  const person = locals.person!;
  const body = await readJson(request);
  if (!body.ok) return body.response;
  const checked = check<ProductCard>(productCard, body.value);
  if (!checked.ok) return refuse(checked.problems);
  const problems = cardProblems(checked.value);
  if (problems.length) return refuse(problems);
  const current = await rawCard(db, person.crewId, checked.value.id);
  const saved = await saveCard(db, person.crewId, checked.value, current?.revision ?? 0, person.name, now());
  return saved.ok
    ? json({ id: checked.value.id, revision: saved.revision }, { status: 201 })
    : json({ message: 'Somebody changed this card meanwhile.' }, { status: 409 });
};
