import type { CoverageLog } from '../coverage';
import {
  coatHands,
  handsKey,
  learnedHands,
  onWoodMinutes,
  onWoodTimes,
  together,
  type HandsFace,
  type HandsMinutes
} from '../hands';
import { defaultHouseRules, type HouseRules } from '../house';
import { honestBatches, largestBatch } from '../mix';
import { classTraits, isTwoPart, methodOf, type ProductCard } from '../product';
import {
  hasOutline,
  kindRow,
  measureSurface,
  timesMeasured,
  unitCount,
  woodThicknessM,
  type Face,
  type HandsGroup,
  type Surface
} from '../surface';
import type { CoatSpec } from '../document';
import type { Between } from './between';

/** A face of a coat, as its hands are reckoned. */
export interface FaceToLay {
  surface: Surface;
  face: Face;
  planAreaM2: number;
}

const EDGES: ReadonlySet<Face['kind']> = new Set(['edge', 'end-grain', 'nosing']);

function handsFace({ surface: s, face: f, planAreaM2 }: FaceToLay, reachM: number): HandsFace {
  const { hands, walkedOn } = kindRow(s.kind);
  const measured = hands === 'floor' || hands === 'wall' ? measureSurface(s) : null;
  const outline = measured?.ok ? measured.outline : null;
  const ys = outline?.ring.map((p) => p.y) ?? [];
  const thickness = woodThicknessM(s);
  const metres = thickness > 0 ? planAreaM2 / thickness : 0;
  const lengthsM = s.shape.type === 'lengths' ? s.shape.items.reduce((sum, i) => sum + i.lengthM, 0) : null;
  return {
    kind: s.kind,
    planAreaM2,
    profile: f.profile,
    gapped: (s.boards?.gapM ?? 0) > 0,
    edgeM: EDGES.has(f.kind) && hands !== 'floor' ? metres : null,
    wallM: walkedOn && hands === 'floor' && outline ? outline.perimeterM * timesMeasured(s) : 0,
    railM: hands === 'rail' ? (lengthsM === null ? metres : lengthsM * timesMeasured(s)) : 0,
    // The rim of a sink is worked with the top it is cut in.
    rims: hands === 'worktop' && f.kind === 'top' ? (s.cutOuts?.length ?? 0) * timesMeasured(s) : 0,
    turns: f.turnOver ? unitCount(s) : 0,
    high: hands === 'wall' && hasOutline(s.shape) && Math.max(...ys) - Math.min(...ys) > reachM
  };
}

/** What hands take on one coat, mixing not counted. */
export interface HandsOn {
  minutes: HandsMinutes;
  /** Person minutes from oil on to oil off by kind and method, each under the name the log keeps it by. */
  byKey: { key: string; minutes: number }[];
}

/** Person minutes of one coat over its faces (handbook 10), by what the log has taught of hands where it has. */
export function handsOn(
  faces: readonly FaceToLay[],
  spec: CoatSpec,
  card: ProductCard,
  house: HouseRules,
  log: CoverageLog
): HandsOn {
  const how = { method: spec.method, wiped: classTraits(card.class).mustBeWiped, batches: 0, stirMinutes: 0 };
  const groups = new Map<HandsGroup, FaceToLay[]>();
  for (const f of faces) {
    const { hands } = kindRow(f.surface.kind);
    groups.set(hands, [...(groups.get(hands) ?? []), f]);
  }
  const byKey: HandsOn['byKey'] = [];
  let minutes = coatHands([], how, house);
  for (const [group, list] of groups) {
    const met = list.map((f) => handsFace(f, house.hands.reachM));
    const key = handsKey(group, spec.method);
    const evidence = log.get(key);
    const rated = coatHands(met, how, house);
    // The log saw it against the preset rates: these are looked up only where it saw anything.
    const lnHouse = evidence
      ? Math.log(onWoodMinutes(rated) / onWoodMinutes(coatHands(met, how, defaultHouseRules)))
      : 0;
    const taken = onWoodTimes(rated, learnedHands(evidence, lnHouse, house).factor);
    byKey.push({ key, minutes: onWoodMinutes(taken) });
    minutes = together(minutes, taken);
  }
  return { minutes, byKey };
}

/** The shortest soak at 20 °C that somebody waits for before wiping, minutes; 0 where the oil is left. */
export const soakMinutes = (spec: CoatSpec, card: ProductCard): number =>
  classTraits(card.class).mustBeWiped ? (spec.dwellMinutes ?? methodOf(card, spec.method)?.dwellMinMinutes ?? 0) : 0;

/** Person minutes of mixing a coat: so many batches at 20 °C, each mixed and stirred; 0 of one part (handbook 10). */
export function mixingMinutes(
  card: ProductCard,
  coat: { netL: number; areaM2: number; runMinutes: number; expectedL: number },
  house: HouseRules
): number {
  if (!isTwoPart(card) || coat.netL <= 0) return 0;
  const largest = largestBatch(
    card,
    {
      litresPerMinute: coat.expectedL / coat.runMinutes,
      mixTempC: 20,
      spreadRateM2PerL: coat.areaM2 / coat.netL
    },
    house
  );
  const sized = honestBatches(card, coat.expectedL, largest, house);
  return (sized.ok ? sized.count : 1) * (house.hands.mixMinutes + card.stirMinutes);
}

/** Person hours of rubbing the coat below (handbook 10). Faces that get their first coat are not rubbed. */
export const rubHours = (faces: readonly FaceToLay[], between: Between, { hands }: HouseRules): number =>
  faces.reduce(
    (sum, { surface, planAreaM2 }) =>
      sum +
      planAreaM2 /
        (hands.denibM2PerHour[kindRow(surface.kind).hands] * (between.how === 'abrade' ? hands.abradeShare : 1)),
    0
  );
