import { error, fail } from '@sveltejs/kit';
import { may } from '$lib/server/accounts/permissions';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { cardRevisions, findCard, saveCard } from '$lib/server/shelf/cards';
import { cardProblems } from '$core/product';
import type { Actions, PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ params, locals }) => {
  const found = await findCard(db, locals.person!.crewId, params.card);
  if (!found) error(404, 'There is no such card on the shelf.');
  return {
    ...found,
    revisions: (await cardRevisions(db, locals.person!.crewId, params.card)).slice(0, 12),
    mayPrice: may(locals.person!.role, 'edit prices'),
    mayEdit: may(locals.person!.role, 'edit cards')
  };
};

const CHANGED = 'Somebody changed this card meanwhile. Nothing was written; look at theirs and try again.';

export const actions: Actions = {
  /** New prices, typed as 149.00. */
  prices: async ({ request, params, locals }) => {
    const person = locals.person!;
    const form = await request.formData();
    const found = await findCard(db, person.crewId, params.card);
    if (!found) error(404);
    const errors = new Map<string, string>();
    const packs = found.card.packs.map((p) => {
      const text = String(form.get(p.id) ?? '').trim();
      const cents = Math.round(Number(text) * 100);
      if (!/^\d+([.]\d{1,2})?$/.test(text) || cents > 10_000_000)
        errors.set(p.id, `“${text}” is not a price. Type it like 149.00.`);
      return { ...p, priceCents: cents };
    });
    if (errors.size) return fail(422, { errors: Object.fromEntries(errors) });
    const saved = await saveCard(
      db,
      person.crewId,
      { ...found.card, packs },
      Number(form.get('revision')),
      person.name,
      now()
    );
    return saved.ok ? { saved: true } : fail(409, { errors: { form: CHANGED } });
  },
  /** The crew's own spread rate beside the label's, with its reason. */
  house: async ({ request, params, locals }) => {
    const person = locals.person!;
    const form = await request.formData();
    const found = await findCard(db, person.crewId, params.card);
    if (!found) error(404);
    const value = Number(form.get('value'));
    const reason = String(form.get('reason') ?? '').trim();
    const clear = form.get('clear') === '1';
    if (!clear && !(value > 0 && value <= 200))
      return fail(422, {
        errors: { value: 'Must be more than 0 and at most 200 m²/L.' }
      });
    if (!clear && (reason === '' || reason.length > 300))
      return fail(422, {
        errors: { reason: 'Say why, in 300 characters or fewer.' }
      });
    const card = structuredClone(found.card);
    const rate = card.spreadRateM2PerL.first;
    if (clear) delete rate.house;
    else
      rate.house = {
        value,
        reason,
        date: new Date(now()).toISOString().slice(0, 10)
      };
    if (cardProblems(card).length) return fail(422, { errors: { value: cardProblems(card)[0]!.problem } });
    const saved = await saveCard(db, person.crewId, card, Number(form.get('revision')), person.name, now());
    return saved.ok ? { saved: true } : fail(409, { errors: { form: CHANGED } });
  }
};
