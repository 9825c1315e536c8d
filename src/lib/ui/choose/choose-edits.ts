import {
  coatsOnFace,
  coatCount,
  coatSpec,
  coatSpecs,
  faceRef,
  withCoats,
  type CoatChoice,
  type Finish,
  type FinishSystem,
  type PartJob
} from '$core/document';
import type { HouseRules, Rhythm } from '$core/house';
import type { Method } from '$core/method';
import { methodOf, type ProductCard } from '$core/product';

export const RHYTHM_WORDS: Readonly<Record<Rhythm, string>> = {
  'one a day': 'One coat a day',
  'as it opens': 'Each as soon as it may',
  'several thin': 'Several thin coats a day'
};

/** The method a house prefers of those a card allows. */
export const preferredMethod = (card: ProductCard, house: HouseRules): Method =>
  (house.preferTrowel ? methodOf(card, 'trowel') : undefined)?.method ??
  methodOf(card, house.preferredMethod)?.method ??
  card.methods[0]!.method;

/** The coats written out one by one, so that each can be changed; every face keeps the coats it had. */
export function listCoats(job: PartJob): void {
  if (!job.finish || job.finish.coats) return;
  const n = Math.max(1, coatCount(job));
  job.finish.coats = Array.from({ length: n }, (_, i) => choiceOf(job.finish!, i + 1));
}

const choiceOf = (finish: Finish, number: number): CoatChoice => {
  const { number: _, ...choice } = coatSpec(finish, number);
  return choice;
};

/** All coats alike again: those of the first. */
export function unlistCoats(job: PartJob): void {
  delete job.finish?.coats;
  keepCards(job, []);
}

/** Only the cards the coats name stay in the job; those put in replace the ones held. */
export function keepCards(job: PartJob, more: readonly ProductCard[]): void {
  const wanted = new Set([
    ...(job.finish ? [job.finish.productId, ...(job.finish.coats ?? []).map((c) => c.productId)] : [])
  ]);
  const have = new Map([...job.products, ...more].map((p) => [p.id, p]));
  job.products = [...wanted].flatMap((id) => have.get(id) ?? []);
}

/** The finish speaks of its first coat. */
function alignFirst(finish: Finish): void {
  const first = finish.coats?.[0];
  if (first) Object.assign(finish, { productId: first.productId, colour: first.colour, method: first.method });
}

/** Puts another product on coat i; colour and method move to ones its card has. */
export function setCoatProduct(job: PartJob, i: number, card: ProductCard, house: HouseRules): void {
  const { finish } = job;
  const coat = finish?.coats?.[i];
  if (!finish || !coat) return;
  coat.productId = card.id;
  if (!card.colours.includes(coat.colour)) coat.colour = card.colours[0]!;
  if (!methodOf(card, coat.method)) coat.method = preferredMethod(card, house);
  delete coat.dwellMinutes;
  delete coat.tool;
  alignFirst(finish);
  keepCards(job, [card]);
}

/** Changes coat i of the list. */
export function changeCoat(job: PartJob, i: number, change: (coat: CoatChoice) => void): void {
  const coat = job.finish?.coats?.[i];
  if (!coat) return;
  change(coat);
  alignFirst(job.finish!);
}

/** Another coat on top, like the last; every face that has all coats gets it too. */
export function addCoat(job: PartJob): void {
  const coats = job.finish?.coats;
  if (!coats || coats.length >= 12) return;
  const before = coats.length;
  const { not: _, ...last } = coats.at(-1)!;
  coats.push(structuredClone(last));
  for (const s of job.surfaces) for (const f of s.faces) if (f.coats > 0 && f.coats === before) f.coats = before + 1;
}

/** Takes coat i out; faces that had it get one coat fewer. */
export function removeCoat(job: PartJob, i: number): void {
  const coats = job.finish?.coats;
  if (!coats || coats.length < 2) return;
  for (const s of job.surfaces)
    for (const f of s.faces) {
      const skipped = coats[i]?.not?.includes(faceRef(s, f)) ?? false;
      if (!skipped && f.coats > 0 && reaches(coats, faceRef(s, f), f.coats, i)) f.coats -= 1;
    }
  coats.splice(i, 1);
  alignFirst(job.finish!);
  keepCards(job, []);
}

/** Whether a face with so many coats gets coat i of the list. */
function reaches(coats: readonly CoatChoice[], ref: string, wanted: number, i: number): boolean {
  const before = coats.slice(0, i).filter((c) => !c.not?.includes(ref)).length;
  return before < wanted;
}

/** Coats in another order. */
export function orderCoats(job: PartJob, order: readonly number[]): void {
  const { finish } = job;
  if (!finish?.coats || order.length !== finish.coats.length) return;
  finish.coats = order.map((i) => finish.coats![i]!);
  alignFirst(finish);
}

/** Coat i goes on a face, or not; the others stay as they are, whichever they are. */
export function setOnFace(job: PartJob, i: number, ref: string, on: boolean): void {
  const coats = job.finish?.coats;
  const surface = job.surfaces.find((s) => s.faces.some((f) => faceRef(s, f) === ref));
  const face = surface?.faces.find((f) => faceRef(surface, f) === ref);
  if (!coats?.[i] || !surface || !face) return;
  const wanted = new Set(coatsOnFace(job.finish, surface, face));
  if (wanted.has(i + 1) === on) return;
  if (on) wanted.add(i + 1);
  else wanted.delete(i + 1);
  const last = Math.max(0, ...wanted);
  for (const [k, coat] of coats.entries()) {
    if (k + 1 > last) break;
    const not = new Set(coat.not ?? []);
    if (wanted.has(k + 1)) not.delete(ref);
    else not.add(ref);
    if (not.size) coat.not = [...not];
    else delete coat.not;
  }
  face.coats = wanted.size;
}

/** A system of one product, to be weighed against others. */
export function systemOf(card: ProductCard, method: Method, job: PartJob): FinishSystem {
  const colour = job.finish && card.colours.includes(job.finish.colour) ? job.finish.colour : card.colours[0]!;
  return {
    id: `${card.id}-${method}-${Math.random().toString(36).slice(2, 7)}`.slice(0, 40),
    finish: {
      productId: card.id,
      colour,
      method,
      bareWood: job.finish?.bareWood ?? true,
      ...(job.finish?.rhythm && { rhythm: job.finish.rhythm })
    },
    ...faceCoatsWithin(card, job)
  };
}

/** A product of a system made from nothing, and how many coats of it follow each other. */
export interface Layer {
  card: ProductCard;
  method: Method;
  coats: number;
}

/** A system of several products, from the wood up; every face that is coated gets all of its coats, twelve at most. */
export function stackOf(layers: readonly Layer[], job: PartJob): FinishSystem {
  const coats = layers
    .flatMap(({ card, method, coats }) =>
      Array.from({ length: coats }, (): CoatChoice => ({ productId: card.id, colour: card.colours[0]!, method }))
    )
    .slice(0, 12);
  const [first] = layers;
  const base = systemOf(first!.card, first!.method, job);
  const { colour } = base.finish;
  const listed = coats.map((c) => (c.productId === first!.card.id ? { ...c, colour } : c));
  const faces = job.surfaces.flatMap((s) => s.faces.filter((f) => f.coats > 0).map((f) => faceRef(s, f)));
  return {
    id: base.id,
    finish: { ...base.finish, coats: listed },
    faceCoats: Object.fromEntries(faces.map((ref) => [ref, listed.length]))
  };
}

/** Coats per face held to what the card allows. */
function faceCoatsWithin(card: ProductCard, job: PartJob): Pick<FinishSystem, 'faceCoats'> {
  const most = card.limits.maxCoats;
  if (!most) return {};
  const over = job.surfaces.flatMap((s) =>
    s.faces.filter((f) => f.coats > most).map((f) => [faceRef(s, f), most] as const)
  );
  return over.length ? { faceCoats: Object.fromEntries(over) } : {};
}

/** The job's own finish as a system. */
export const ownSystem = (job: PartJob): FinishSystem | null =>
  job.finish ? { id: 'chosen', finish: structuredClone(job.finish) } : null;

/** True when the job goes by this system already. */
export const isChosen = (job: PartJob, system: FinishSystem): boolean =>
  JSON.stringify(looks(job)) ===
  JSON.stringify(
    looks({
      ...job,
      finish: system.finish,
      surfaces: withFaceCoats(job, system)
    })
  );

const looks = (job: PartJob) => [
  job.finish?.bareWood,
  coatSpecs(job).map((c) => [c.productId, c.colour, c.method]),
  job.surfaces.map((s) => s.faces.map((f) => f.coats))
];

const withFaceCoats = (job: PartJob, { faceCoats }: FinishSystem) =>
  job.surfaces.map((s) => withCoats(s, new Map(Object.entries(faceCoats ?? {}))));

/** Goes by a system: its finish, its coats, its cards. */
export function chooseSystem(job: PartJob, system: FinishSystem, shelf: readonly ProductCard[]): void {
  job.finish = structuredClone(system.finish);
  job.surfaces = withFaceCoats(job, system);
  keepCards(
    job,
    shelf.filter((c) => !job.products.some((p) => p.id === c.id))
  );
}
