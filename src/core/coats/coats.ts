import {
  applicatorsOf,
  coatFaceLitres,
  coatLossesL,
  emptyCoverageLog,
  keptByApplicatorsL,
  type CoatFaceLitres,
  type CoverageLog,
  type KnownRate
} from '../coverage';
import { layingHands, runHands, type HandsMinutes } from '../hands';
import type { HouseRules } from '../house';
import type { ProductCard } from '../product';
import { classTraits, isTwoPart } from '../product';
import { faceAreas, type Face, type FaceArea, type Surface } from '../surface';
import { cardOf, coatsOnFace, coatSpecs, faceRef, type CoatSpec } from '../document';
import type { PartJob } from '../document';
import { betweenCoats } from './between';
import { handsOn, mixingMinutes, rubHours, soakMinutes } from './hands-on';

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
export interface CoatPlan extends CoatSpec {
  faces: {
    surfaceId: string;
    faceId: string;
    areaM2: number;
    detail: CoatFaceLitres;
  }[];
  areaM2: number;
  /** Net litres of the planned film. */
  netL: number;
  lossesL: number;
  /** Of the losses, what the applicators keep. */
  keptL: number;
  expectedL: number;
  /** Planned film over the card's: 1, less where the house lays several thin coats a day. */
  plannedFilm: number;
  /** Net litres split by what is known about them: product, position, species group, method. */
  keys: CoatKey[];
  layingMinutes: number;
  /** Minutes in which the whole crew puts oil on and takes it off: litres go on the wood as fast as that (handbook 7). */
  runMinutes: number;
  /** Person minutes, by what they go to. */
  hands: HandsMinutes;
  /** Those between oil on and oil off, as the log keeps them: by kind and method. */
  handsByKey: { key: string; minutes: number }[];
  /** Hands on: what is done to the coat below, spreading and wiping. */
  personHours: number;
  /** Pieces that lie on the bench are coated in rounds: each its faces, in order, and its minutes. */
  rounds: CoatRound[];
}

/** The litres of a coat known by one key. `netAtCardL` is what the card alone would say. */
export interface CoatKey {
  key: string;
  litres: number;
  netAtCardL: number;
  rate: KnownRate;
}

/** Faces coated in one go, before the piece is turned over. */
export interface CoatRound {
  faces: string[];
  layingMinutes: number;
}

/** Every face with its areas. */
export const facePlans = (job: PartJob): FacePlan[] =>
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

/** The coats of a job from first to last; faces without an area are left out (they stand in the problems). */
export function coatPlans(job: PartJob, house: HouseRules, log: CoverageLog = emptyCoverageLog): CoatPlan[] {
  const wanted = job.surfaces.flatMap((s) => {
    const areas = faceAreas(s);
    return s.faces.map((f): Wanted => {
      const { plan, effective } = areas.get(f.id)!;
      return {
        surface: s,
        face: f,
        area: effective,
        planAreaM2: plan.ok ? plan.areaM2 : 0,
        numbers: coatsOnFace(job.finish, s, f)
      };
    });
  });
  return coatSpecs(job).flatMap((spec) => {
    const card = cardOf(job, spec.productId);
    return card ? [coatPlan(spec, wanted, job, card, house, log)] : [];
  });
}

/** A face measured once for all its coats, and the numbers of these. */
interface Wanted {
  surface: Surface;
  face: Face;
  area: FaceArea;
  planAreaM2: number;
  numbers: number[];
}

function coatPlan(
  spec: CoatSpec,
  wanted: readonly Wanted[],
  job: PartJob,
  card: ProductCard,
  house: HouseRules,
  log: CoverageLog
): CoatPlan {
  const { bareWood } = job.finish!;
  const { method } = spec;
  const byKey = new Map<string, CoatKey>();
  const plannedFilm = filmPlanned(card, spec.number, house);
  const on = wanted.filter(({ area, numbers }) => area.ok && numbers.includes(spec.number));
  const faces = on.flatMap(({ surface: s, face: f, area, numbers }) => {
    if (!area.ok) return [];
    // What a face came with closes its wood to the first coat; the later ones go on our own.
    const first = f.came ? 'maintenance' : 'first';
    const position = !bareWood ? 'maintenance' : numbers[0] === spec.number ? first : 'later';
    const detail = coatFaceLitres(
      {
        effectiveAreaM2: area.areaM2,
        speciesId: s.speciesId,
        endGrain: f.kind === 'end-grain',
        // Sanding ends where the product takes no finer, whatever is written down.
        lastGrit: Math.min(s.lastGrit, card.maxGrit),
        waterPopped: s.waterPopped,
        weathered: s.weathered && f.texture !== 'weathered',
        position
      },
      card,
      method,
      house,
      log
    );
    const { key, rate } = detail;
    const known = byKey.get(key) ?? { key, rate, litres: 0, netAtCardL: 0 };
    known.litres += detail.litres * plannedFilm;
    known.netAtCardL += (detail.litres * rate.medianM2PerL) / rate.cardM2PerL;
    byKey.set(key, known);
    return [{ surfaceId: s.id, faceId: f.id, areaM2: area.areaM2, detail }];
  });
  const areaM2 = faces.reduce((a, f) => a + f.areaM2, 0);
  const netL = faces.reduce((a, f) => a + f.detail.litres, 0) * plannedFilm;
  const between = betweenCoats(job, spec.number, house);
  const { minutes: hands, byKey: handsByKey } = handsOn(on, spec, card, house, log);
  const runMinutes = Math.max(1, runHands(hands) / job.crew.people);
  const alone = Math.max(10, layingHands(hands) / job.crew.people + soakMinutes(spec, card));
  const days = layingDays(alone);
  const keptL = keptByApplicatorsL(
    applicatorsOf(
      method,
      on.map((w) => w.surface.kind)
    ),
    { people: applicators(job), planAreaM2: on.reduce((a, w) => a + w.planAreaM2, 0), visits: days },
    house
  );
  const lossesL = coatLossesL(netL, isTwoPart(card), keptL, house);
  const mixMinutes = mixingMinutes(card, { netL, areaM2, runMinutes, expectedL: netL + lossesL }, house);
  const layingMinutes = Math.ceil(alone + mixMinutes / job.crew.people);
  const personHours = (layingHands(hands) + mixMinutes) / 60;
  return {
    ...spec,
    faces,
    areaM2,
    netL,
    lossesL,
    keptL,
    expectedL: netL + lossesL,
    plannedFilm,
    keys: [...byKey.values()],
    hands: { ...hands, mix: mixMinutes },
    handsByKey,
    runMinutes,
    layingMinutes,
    personHours:
      personHours +
      (between
        ? rubHours(
            on.filter((w) => w.numbers[0] !== spec.number),
            between,
            house
          )
        : 0),
    rounds: coatRounds(on, layingMinutes)
  };
}

/** The film the house plans: half of the card's on coats after the first where it lays several thin ones a day (handbook 9). */
const filmPlanned = (card: ProductCard, number: number, house: HouseRules): number =>
  number > 1 && house.rhythm === 'several thin' && classTraits(card.class).cures ? house.thinFilmRatio : 1;

/** Inside before outside, backs before fronts, edges last (handbook 12). */
const FACE_ORDER = ['inside', 'underside', 'upstand', 'outside', 'top', 'tread', 'riser', 'all-round'];

/** Rounds of one coat: what lies face down on the bench goes first and must be touch dry before it is turned. */
function coatRounds(on: readonly Wanted[], layingMinutes: number): CoatRound[] {
  const rank = ({ face }: Wanted) => {
    const i = FACE_ORDER.indexOf(face.kind);
    return i < 0 ? FACE_ORDER.length : i;
  };
  const ordered = [...on].sort((a, b) => rank(a) - rank(b));
  const area = (list: readonly Wanted[]) => list.reduce((s, { area: a }) => s + (a.ok ? a.areaM2 : 0), 0);
  const backs = ordered.filter((w) => w.face.turnOver);
  const turned = new Set(backs.map((w) => w.surface.id));
  const edges = (w: Wanted) => turned.has(w.surface.id) && rank(w) === FACE_ORDER.length;
  const first = [...backs, ...ordered.filter((w) => !w.face.turnOver && edges(w))];
  const second = ordered.filter((w) => !first.includes(w));
  const total = area(ordered) || 1;
  return (backs.length && second.length ? [first, second] : [ordered]).map((list) => ({
    faces: list.map((w) => faceRef(w.surface, w.face)),
    layingMinutes: Math.max(5, Math.round((layingMinutes * area(list)) / total))
  }));
}

/** Half a crew spreads while the other half wipes; one person does both. */
export const applicators = (job: PartJob): number => Math.max(1, Math.floor(job.crew.people / 2));

const HOURS_IN_A_WORKING_DAY = 9;

/** Days on which a coat of so many minutes is laid: each day leaves its oil in the applicators. */
export const layingDays = (layingMinutes: number): number => Math.ceil(layingMinutes / 60 / HOURS_IN_A_WORKING_DAY);
