import type { HouseRules } from '../house';
import { atLabel, type ProductCard } from '../product';
import type { Method } from '../method';
import type { Face, Surface } from '../surface';
import { faceRef, withCoats, type PartJob } from './part-job';
import type { CutBack, Finish, FinishSystem } from './schema';

/** One coat of the sequence as it is laid: what, how, and what is done to the coat below. */
export interface CoatSpec {
  number: number;
  productId: string;
  colour: string;
  method: Method;
  tool?: string;
  dwellMinutes?: number;
  cutBack?: CutBack;
}

/** The card with this id among the job's own, or undefined. */
export const cardOf = (job: Pick<PartJob, 'products'>, productId: string | undefined): ProductCard | undefined =>
  job.products.find((p) => p.id === productId);

/** What coat n is; coats beyond the list are like its last. */
export function coatSpec(finish: Finish, number: number): CoatSpec {
  const listed = finish.coats?.[number - 1] ?? finish.coats?.at(-1);
  const { productId, colour, method } = listed ?? finish;
  return {
    number,
    productId,
    colour,
    method,
    ...(listed?.tool !== undefined && { tool: listed.tool }),
    ...(listed?.dwellMinutes !== undefined && { dwellMinutes: listed.dwellMinutes }),
    ...(listed?.cutBack !== undefined && { cutBack: listed.cutBack })
  };
}

/** The card of coat n, or undefined when the job has no finish or no such card. */
export const coatCard = (job: PartJob, number: number): ProductCard | undefined =>
  job.finish && cardOf(job, coatSpec(job.finish, number).productId);

/** Whether a coat of the list is left out on a face. */
const isSkipped = (finish: Finish | undefined, number: number, ref: string): boolean =>
  finish?.coats?.[number - 1]?.not?.includes(ref) ?? false;

/**
 * The numbers of the coats a face gets, from the wood up: as many as it wants, those left out on it passed over. The
 * list of coats bounds it when every coat from there on is left out.
 */
export function coatsOnFace(finish: Finish | undefined, surface: Pick<Surface, 'id'>, face: Face): number[] {
  const ref = faceRef(surface, face);
  const out: number[] = [];
  for (let n = 1; out.length < face.coats && n <= 12; n++) if (!isSkipped(finish, n, ref)) out.push(n);
  return out;
}

/** Largest coat number any face of the job wants. */
export const coatCount = (job: PartJob): number =>
  job.surfaces.reduce((n, s) => s.faces.reduce((m, f) => Math.max(m, coatsOnFace(job.finish, s, f).at(-1) ?? 0), n), 0);

/** Every coat of the job in order. */
export const coatSpecs = (job: PartJob): CoatSpec[] =>
  job.finish ? Array.from({ length: coatCount(job) }, (_, i) => coatSpec(job.finish!, i + 1)) : [];

/** The job with the values the house goes by: its own, or the labels' alone (handbook 3, label or experience). */
export const jobAtHouse = (job: PartJob, house: Pick<HouseRules, 'valuesFrom'>): PartJob =>
  house.valuesFrom === 'label' ? { ...job, products: job.products.map(atLabel) } : job;

/** The cards the sequence is made of, each once, from the wood up. */
export function sequenceCards(job: PartJob): ProductCard[] {
  const specs = coatSpecs(job);
  const ids = new Set(
    specs.length ? specs.map((s) => s.productId) : job.finish ? [coatSpec(job.finish, 1).productId] : []
  );
  return [...ids].flatMap((id) => cardOf(job, id) ?? []);
}

/** The card that meets the wood: that of the first coat. */
export const finishCard = (job: PartJob): ProductCard | undefined => coatCard(job, 1);

/** The card that people walk on: that of the last coat. */
export const topCard = (job: PartJob): ProductCard | undefined => coatCard(job, Math.max(1, coatCount(job)));

/** The job as it would be with a system: its finish, its coats, and the cards they need from job or shelf. */
export function withSystem(job: PartJob, system: FinishSystem, shelf: readonly ProductCard[]): PartJob {
  const { finish, faceCoats } = system;
  const ids = new Set([finish.productId, ...(finish.coats ?? []).map((c) => c.productId)]);
  const products = [...ids].flatMap(
    (id) => job.products.find((p) => p.id === id) ?? shelf.find((p) => p.id === id) ?? []
  );
  return {
    ...job,
    finish,
    products,
    surfaces: faceCoats ? job.surfaces.map((s) => withCoats(s, new Map(Object.entries(faceCoats)))) : job.surfaces
  };
}
