import { defaultHouseRules, type HouseRules } from '$core/house';
import { jobProblems, type PartJob, type Problem } from '$core/document';
import { methodOf, type ProductCard } from '$core/product';
import { preferredMethod } from './choose-edits';

/** The job as it would be with another card on it; colour and method move to ones the card has. */
export function withProduct(job: PartJob, card: ProductCard, house: HouseRules = defaultHouseRules): PartJob {
  const { finish } = job;
  // A crew that saturates on day one lays one coat and lets it cure.
  const most = house.preferredCoats;
  const surfaces = job.surfaces.map((s) => ({
    ...s,
    faces: s.faces.map((f) => ({ ...f, coats: Math.min(f.coats, most) }))
  }));
  return {
    ...job,
    surfaces: most < defaultHouseRules.preferredCoats ? surfaces : job.surfaces,
    finish: {
      productId: card.id,
      colour: finish && card.colours.includes(finish.colour) ? finish.colour : card.colours[0]!,
      method: finish && methodOf(card, finish.method) ? finish.method : preferredMethod(card, house),
      bareWood: finish?.bareWood ?? true
    },
    products: [card]
  };
}

/** What is still to be looked at or measured speaks against no card. */
const OPEN_QUESTION = /^\/surfaces\/\d+\/(faces|speciesId|shape)/;

/** Why a card can not be used on this job, as its own limits say; empty when it can. */
export const misfits = (job: PartJob, card: ProductCard): Problem[] =>
  jobProblems(withProduct(job, card)).filter((p) => p.severity === 'stop' && !OPEN_QUESTION.test(p.path));
