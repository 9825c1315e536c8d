import { coatFaceLitres, coatLossesL, type CoatFaceLitres } from '../coverage';
import type { HouseRules } from '../house';
import type { ProductCard } from '../product';
import { classTraits, isTwoPart } from '../product';
import { faceAreas, type Face, type FaceArea, type Surface } from '../surface';
import { speciesOf } from '../wood';
import type { JobDocument } from './document-schema';

/** One face of the job, measured. Areas are null where the shape can not give them. */
export interface FacePlan {
  surfaceId: string;
  faceId: string;
  planAreaM2: number | null;
  effectiveAreaM2: number | null;
  how: string;
  coats: number;
}

/** One coat over all faces that want it, in litres and minutes. */
export interface CoatPlan {
  number: number;
  faces: {
    surfaceId: string;
    faceId: string;
    areaM2: number;
    detail: CoatFaceLitres;
  }[];
  areaM2: number;
  netL: number;
  lossesL: number;
  expectedL: number;
  /** Net litres split by what is known about them: product, position, species group, method. */
  keys: { key: string; litres: number }[];
  layingMinutes: number;
  personHours: number;
}

/** Every face with its areas. */
export const facePlans = (job: JobDocument): FacePlan[] =>
  job.surfaces.flatMap((s) => {
    const areas = faceAreas(s);
    return s.faces.map((f) => {
      const { plan, effective: eff } = areas.get(f.id)!;
      return {
        surfaceId: s.id,
        faceId: f.id,
        planAreaM2: plan.ok ? plan.areaM2 : null,
        effectiveAreaM2: eff.ok ? eff.areaM2 : null,
        how: plan.ok ? plan.how : plan.problem,
        coats: f.coats
      };
    });
  });

/** The coats of a job from first to last. Needs a finish; faces without an area are left out (they stand in the problems). */
export function coatPlans(job: JobDocument, card: ProductCard, house: HouseRules): CoatPlan[] {
  const wanted = job.surfaces.flatMap((s) => {
    const areas = faceAreas(s);
    return s.faces.map((f): Wanted => [s, f, areas.get(f.id)!.effective]);
  });
  const last = wanted.reduce((n, [, f]) => Math.max(n, f.coats), 0);
  return Array.from({ length: last }, (_, i) => coatPlan(i + 1, wanted, job, card, house));
}

/** A face with its effective area, measured once for all its coats. */
type Wanted = readonly [Surface, Face, FaceArea];

function coatPlan(
  number: number,
  wanted: readonly Wanted[],
  job: JobDocument,
  card: ProductCard,
  house: HouseRules
): CoatPlan {
  const { method, bareWood } = job.finish!;
  const position = !bareWood ? 'maintenance' : number === 1 ? 'first' : 'later';
  const byKey = new Map<string, number>();
  const faces = wanted.flatMap(([s, f, area]) => {
    if (f.coats < number || !area.ok) return [];
    const detail = coatFaceLitres(
      {
        effectiveAreaM2: area.areaM2,
        speciesId: s.speciesId,
        endGrain: f.kind === 'end-grain',
        lastGrit: s.lastGrit,
        waterPopped: s.waterPopped,
        weathered: s.weathered && f.texture !== 'weathered',
        position
      },
      card,
      method,
      house
    );
    const key = [card.id, position, speciesOf(s.speciesId).group, method].join(' ');
    byKey.set(key, (byKey.get(key) ?? 0) + detail.litres);
    return [{ surfaceId: s.id, faceId: f.id, areaM2: area.areaM2, detail }];
  });
  const areaM2 = faces.reduce((a, f) => a + f.areaM2, 0);
  const netL = faces.reduce((a, f) => a + f.detail.litres, 0);
  const time = layingTime(areaM2, card, job, house);
  const lossesL = coatLossesL(netL, isTwoPart(card), applicators(job) * time.days, house);
  return {
    number,
    faces,
    areaM2,
    netL,
    lossesL,
    expectedL: netL + lossesL,
    keys: [...byKey].map(([key, litres]) => ({ key, litres })),
    ...time
  };
}

/** Half a crew spreads while the other half wipes; one person does both. */
const applicators = (job: JobDocument): number => Math.max(1, Math.floor(job.crew.people / 2));

const HOURS_IN_A_WORKING_DAY = 9;

function layingTime(areaM2: number, card: ProductCard, job: JobDocument, house: HouseRules) {
  const { spread, trowel, wipe } = house.ratesM2PerHour;
  const spreadRate = job.finish!.method === 'trowel' ? trowel : spread;
  const personHours = areaM2 / spreadRate + (classTraits(card.class).mustBeWiped ? areaM2 / wipe : 0);
  const layingMinutes = Math.max(10, Math.ceil((personHours / job.crew.people) * 60));
  return {
    personHours,
    layingMinutes,
    days: Math.ceil(layingMinutes / 60 / HOURS_IN_A_WORKING_DAY)
  };
}
