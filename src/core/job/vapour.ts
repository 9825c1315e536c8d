import { localDate } from '../calendar';
import { cardOf, stayOfCoat } from '../document';
import { mixAmounts } from '../mix';
import { solventG } from '../safety';
import type { PartView } from './view';

/** The solvent that one coat gives to the air of its place, g. */
export interface VapourDose {
  part: string;
  coat: number;
  product: string;
  grams: number;
  /** Lower explosive limit of its solvent, g/m³. */
  lelGPerM3: number;
}

interface Dated extends VapourDose {
  /** The local day it is laid on; undefined while nobody knows. */
  day: string | undefined;
}

/** The coats of a part that went or go on in a place, with their solvent and day. */
function dosesIn(placeId: string, { job, plan, live }: PartView): Dated[] {
  const { timeZone } = job.site;
  const begun = new Map([...(plan.chosen?.coats ?? []), ...live.coats].map((c) => [c.number, c.laidFromMs]));
  return plan.coats
    .filter((c) => stayOfCoat(job, c.number).placeId === placeId)
    .map((c) => {
      const card = cardOf(job, c.productId)!;
      const { oilL, thinnerL } = mixAmounts(card, { of: 'total', litres: c.expectedL });
      const ms = begun.get(c.number);
      return {
        part: job.part,
        coat: c.number,
        product: card.name,
        grams: solventG(card, oilL, thinnerL),
        lelGPerM3: card.lelGPerM3,
        day: ms === undefined ? undefined : localDate(ms, timeZone)
      };
    });
}

/** The solvent of a coat that is about to be laid, and of what other parts lay in its place on this day (handbook 13, 16). */
export function dosesToday(parts: readonly PartView[], part: string, coat: number, nowMs: number): VapourDose[] {
  const mine = parts.find((p) => p.job.part === part)!;
  const { placeId, site } = mine.job;
  const today = localDate(nowMs, site.timeZone);
  const own = dosesIn(placeId, mine).filter((d) => d.coat === coat);
  const others = parts.filter((p) => p !== mine).flatMap((p) => dosesIn(placeId, p));
  return [...own, ...others.filter((o) => own.length > 0 && o.day === today && o.grams > 0)].map(
    ({ day: _, ...dose }) => dose
  );
}

/**
 * The coat of a part that gives most solvent to the air of the place the part is in, with the coats of other parts that go on
 * there on the same day: the air of a place is one for all who work in it (handbook 13, 16). The part's own coat comes first;
 * none where no coat of it goes on there. A coat without a day is taken alone.
 */
export function heaviestDoses(parts: readonly PartView[], part: string): VapourDose[] {
  const mine = parts.find((p) => p.job.part === part);
  if (!mine) return [];
  const { placeId } = mine.job;
  const others = parts.filter((p) => p !== mine).flatMap((p) => dosesIn(placeId, p));
  const days = dosesIn(placeId, mine).map((d) => [
    d,
    ...others.filter((o) => d.day !== undefined && o.day === d.day && o.grams > 0)
  ]);
  const grams = (doses: readonly Dated[]) => doses.reduce((sum, d) => sum + d.grams, 0);
  const heaviest = days.reduce<Dated[]>((a, b) => (a.length === 0 || grams(b) > grams(a) ? b : a), []);
  return heaviest.map(({ day: _, ...dose }) => dose);
}
