import type { HouseRules } from '../house';
import { methodRow, type Applicator, type Method, type MethodRow } from '../method';
import { kindRow, type Profile, type SurfaceKind } from '../surface';

/** One face of one surface, over all its pieces, as hands meet it in one coat. */
export interface HandsFace {
  kind: SurfaceKind;
  planAreaM2: number;
  profile: Profile;
  /** Boards with gaps between them: each is worked round its edges. */
  gapped: boolean;
  /** An edge, or end grain, coated as a face of its own: metres in place of its area, wiping in passing. Null for a field. */
  edgeM: number | null;
  /** Metres along walls that are cut in and wiped beside the field. */
  wallM: number;
  /** Metres of a rail. */
  railM: number;
  /** Rims of cut-outs that are worked round. */
  rims: number;
  /** Pieces turned over in this coat. */
  turns: number;
  /** It reaches above the height one works from the ground. */
  high: boolean;
}

/** Person minutes of one coat, by what they go to (handbook 10). */
export interface HandsMinutes {
  mix: number;
  spread: number;
  keepWet: number;
  wipe: number;
  edges: number;
  look: number;
  handling: number;
  ladder: number;
  wetSand: number;
}

/** What a coat is laid with and how. */
export interface HandsCoat {
  method: Method;
  /** Its class has to be wiped off. */
  wiped: boolean;
  /** What it is spread with; the method's own where nothing is said. */
  tool?: Applicator;
  batches: number;
  stirMinutes: number;
}

/** The factor on the rate of a face, in place of the profile's factor on its litres (handbook 10). */
function easeOf({ profile, gapped }: HandsFace, { factor }: HouseRules['hands']): number {
  return factor[profile] * (gapped ? factor.gapped : 1);
}

/**
 * Person minutes of one coat over its faces, stage by stage (handbook 10): 60 · area / (rate · factor) + 60 · edge metres / edge
 * rate + pieces · handling, and what looking again, topping up, ladders and mixing add.
 */
export function coatHands(faces: readonly HandsFace[], coat: HandsCoat, { hands }: HouseRules): HandsMinutes {
  const out: HandsMinutes = {
    mix: coat.batches * (hands.mixMinutes + coat.stirMinutes),
    spread: 0,
    keepWet: 0,
    wipe: 0,
    edges: 0,
    look: 0,
    handling: 0,
    ladder: 0,
    wetSand: 0
  };
  const row = methodRow(coat.method);
  const looks = row.after.some((s) => s.stage === 'look again') ? hands.looksPlanned[row.rags] : 0;
  for (const face of faces) addFace(out, face, coat, row, looks, hands);
  return out;
}

function addFace(
  out: HandsMinutes,
  face: HandsFace,
  coat: HandsCoat,
  row: MethodRow,
  looks: number,
  hands: HouseRules['hands']
): void {
  const group = kindRow(face.kind).hands;
  if (group === 'rail') {
    out.spread += (60 * face.railM) / hands.railMPerHour;
    return;
  }
  const passes = coat.wiped ? 2 : 1;
  if (face.edgeM !== null) {
    out.edges += (60 * face.edgeM) / hands.edgeMPerHour;
    return;
  }
  const rates = hands.rates[group];
  const area = face.planAreaM2;
  const ease = easeOf(face, hands);
  const tool = coat.tool ?? row.tools[kindRow(face.kind).wide ? 'wide' : 'small'][0]!;
  const spread = (60 * area) / (rates.spread[tool] * ease);
  const wipeRate = rates.wipe[row.off === 'wipe' && row.rags === 'flood' ? 'flooded' : row.off] * ease;
  out.spread += spread;
  out.edges += (passes * 60 * face.wallM) / hands.edgeMPerHour;
  out.keepWet += row.wet.some((s) => s.wets) ? hands.topUpShare * spread : 0;
  out.wetSand += row.wet.some((s) => s.stage === 'wet sand') ? (60 * area) / hands.wetSandM2PerHour : 0;
  if (coat.wiped) out.wipe += (60 * area) / wipeRate;
  out.look += looks * ((60 * area) / hands.lookM2PerHour[group]);
  // What rose is wiped off, half of it at each look.
  if (coat.wiped)
    for (let n = 0; n < looks; n++) out.look += (60 * area * hands.roseShare[row.rags]) / 2 ** n / wipeRate;
  out.handling += face.turns * hands.turnMinutes[group] + face.rims * hands.rimMinutes;
  if (face.high) out.ladder += Math.ceil(area / hands.ladderM2) * hands.ladderMinutes;
}

/** All person minutes of a coat. */
export const allMinutes = (m: HandsMinutes): number => Object.values(m).reduce((s: number, x: number) => s + x, 0);

/** All but mixing. */
export const layingHands = (m: HandsMinutes): number => allMinutes(m) - m.mix;

/** Those in which oil goes on and comes off: a mix goes on the wood as fast as that (handbook 7). */
export const runHands = (m: HandsMinutes): number => m.spread + m.keepWet + m.wetSand + m.wipe + m.edges;

const ON_WOOD = ['spread', 'keepWet', 'wetSand', 'wipe', 'edges', 'handling', 'ladder'] as const;

/** Those between oil on and oil off: what the log can time. Mixing and looking again lie outside. */
export const onWoodMinutes = (m: HandsMinutes): number => ON_WOOD.reduce((s, k) => s + m[k], 0);

/** The minutes on the wood so many times as long, all others as they are. */
export const onWoodTimes = (m: HandsMinutes, factor: number): HandsMinutes =>
  factor === 1 ? m : { ...m, ...Object.fromEntries(ON_WOOD.map((k) => [k, m[k] * factor])) };

/** The minutes of two lists of faces. */
export const together = (a: HandsMinutes, b: HandsMinutes): HandsMinutes => ({
  mix: a.mix + b.mix,
  spread: a.spread + b.spread,
  keepWet: a.keepWet + b.keepWet,
  wipe: a.wipe + b.wipe,
  edges: a.edges + b.edges,
  look: a.look + b.look,
  handling: a.handling + b.handling,
  ladder: a.ladder + b.ladder,
  wetSand: a.wetSand + b.wetSand
});
