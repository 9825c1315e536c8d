import { flawRow } from '../course';
import { nextMorningMs } from './deadlines';
import { abrasiveFor, type HouseRules } from '../house';
import { methodRow } from '../method';
import { classTraits, isTwoPart, touchDryProgress } from '../product';
import { kindRow } from '../surface';
import { counted } from '../units';
import { cardOf, coatCard, coatSpec, type PartJob } from '../document';
import { batchesFor, openLayings, type WorkState } from '../log';
import { faceBoard, missing, namesFaces, wanting } from './face-board';
import type { LiveCoat, LiveWork } from './live';
import type { Step } from './step';

/** Batches are lettered A … Z, then AA, AB … */
export function batchLetter(index: number): string {
  const letter = String.fromCharCode(65 + (index % 26));
  return index < 26 ? letter : batchLetter(Math.floor(index / 26) - 1) + letter;
}

/** Flaws that nobody mended yet; most want the coat touch dry first. */
export function mendSteps(
  job: PartJob,
  { flaws }: WorkState,
  { coats }: LiveWork,
  { between }: Pick<HouseRules, 'between'>
): Step[] {
  return flaws
    .filter((f) => f.part === job.part && !f.mended)
    .flatMap(({ id, coat, flaw, on, extent, more }): Step[] => {
      const card = coatCard(job, coat);
      if (!card) return [];
      const { branch, dry } = flawRow(flaw);
      const laid = coats.find((c) => c.number === coat);
      const wet = dry && classTraits(card.class).cures && (laid?.progress ?? 0) < touchDryProgress(card);
      const abrasive = abrasiveFor(card.class, between);
      return [
        {
          kind: 'mend',
          coat,
          flaw: id,
          what: flaw,
          on,
          branch,
          abrasive,
          extent,
          more,
          ...(wet && { closed: `coat ${coat} is not touch dry` })
        }
      ];
    });
}

/** What comes next on the coats of a part: owed, waited for, mixed, laid, ended, closed; then what is left after the last. */
export function coatSteps(
  job: PartJob,
  state: WorkState,
  live: LiveWork,
  wanted: number,
  nowMs: number,
  { recoatBy, between }: Pick<HouseRules, 'recoatBy' | 'between'>
): Step[] {
  const openCoat = state.coats.find((c) => c.closedAtMs === undefined);
  const last = live.coats[live.coats.length - 1];
  const owed = live.coats.find((c) => c.closed && c.waitsFor);
  if (owed) return [owedStep(job, owed)];
  const next = openCoat?.coat ?? (last?.number ?? 0) + 1;
  const gun = gunToClean(job, state, openCoat?.coat ?? last?.number);
  if (next > wanted)
    return [
      ...gun,
      ...(last ? lastRub(job, state, last, nowMs, between) : []),
      ...(state.handedOverAtMs === undefined ? [{ kind: 'leave' as const }] : [])
    ];
  const card = coatCard(job, next);
  if (!card) return [];
  const out: Step[] = openCoat ? [] : gun;
  const below = live.coats.find((c) => c.number === next - 1);
  const under = (below && coatCard(job, below.number)) ?? card;
  const cures = classTraits(under.class).cures;
  let closed: string | undefined;
  let early = false;
  let untested = false;
  if (below && !openCoat) {
    early = below.progress < 1;
    if (early)
      out.push({
        kind: 'wait',
        coat: below.number,
        next,
        span: below.recoatOpens,
        progress: below.progress
      });
    const felt = state.coats.find((c) => c.coat === below.number)?.tacks.at(-1);
    untested = cures && recoatBy !== 'clock' && felt?.felt !== 'ready';
    if (untested && recoatBy === 'touch') closed = `no tack test says coat ${below.number} is ready`;
    if (cures && below.progress < touchDryProgress(under)) closed = `coat ${below.number} is not touch dry`;
    else if (!cures && early) closed = `coat ${below.number} is still soaking in`;
  }
  const carried = job.moves?.[0];
  if (carried && carried.before <= next && !openCoat)
    out.push({
      kind: 'carry',
      coat: next,
      placeId: carried.placeId,
      place: carried.name,
      ...(below && cures && below.progress < touchDryProgress(under) && { closed })
    });
  const made = new Set(batchesFor(state, { part: job.part, coat: next }).map((b) => b.batch));
  const batch = live.batches.find(
    (b) => made.has(b.batch) && b.emptiedAtMs === undefined && (b.thickensAtMs ?? Infinity) > nowMs
  );
  // A coat whose layings name their faces is on everything once none wants it any more.
  const board = faceBoard(job, state, live);
  const allOn = openCoat?.layings.some((b) => b.on) && wanting(board, next).length === 0;
  const said = state.looks.get(job.part);
  const wantedByLook = said?.coat === next && said.another;
  if (job.finish?.lastByLook && next === wanted && next > 1 && !openCoat && !wantedByLook)
    return [...out, { kind: 'look', coat: next, ...(closed && { closed }) }];
  const standing = batch?.stirredAtMs !== undefined && batch.usableFromMs > nowMs ? batch : null;
  if (standing)
    out.push({
      kind: 'stand',
      batch: standing.batch,
      fromMs: standing.stirredAtMs!,
      untilMs: standing.usableFromMs
    });
  const settles =
    batch && !allOn && batch.stirAgainAtMs !== null ? { batch: batch.batch, fromMs: batch.stirAgainAtMs } : null;
  if (settles && settles.fromMs <= nowMs) out.push({ kind: 'stir again', ...settles });
  if (!batch && !allOn)
    out.push({
      kind: 'mix',
      batch: batchLetter(state.batchesMixed),
      coat: next,
      twoPart: isTwoPart(card),
      product: productName(job, next),
      ...(closed && { closed })
    });
  if (!allOn)
    out.push({
      kind: 'spread',
      coat: next,
      laying: (openCoat?.layings.reduce((m, b) => Math.max(m, b.laying), 0) ?? 0) + 1,
      batch: batch?.batch,
      early,
      product: productName(job, next),
      method: coatSpec(job.finish!, next).method,
      walkedOn: job.surfaces.some((s) => kindRow(s.kind).walkedOn),
      ...(namesFaces(board) && { onFaces: true }),
      ...(untested && { untested }),
      ...(closed
        ? { closed }
        : !batch && isTwoPart(card)
          ? { closed: 'mix a batch first' }
          : batch && batch.stirredAtMs === undefined
            ? { closed: `batch ${batch.batch} is not stirred` }
            : standing
              ? { closed: `batch ${standing.batch} is still standing` }
              : {})
    });
  if (settles && settles.fromMs > nowMs) out.push({ kind: 'stir again', ...settles, later: true });
  for (const b of allOn ? [] : live.batches)
    if (made.has(b.batch) && b.emptiedAtMs === undefined && openCoat?.layings.some((l) => l.batch === b.batch))
      out.push({ kind: 'end batch', batch: b.batch, coat: next });
  if (openCoat && openCoat.layings.length > 0) {
    const laying = openLayings(state)[0];
    const missed = openCoat.layings.some((b) => b.on) ? missing(board, openCoat.coat).length : 0;
    out.push({
      kind: 'close coat',
      coat: openCoat.coat,
      layings: openCoat.layings.length,
      ...(missed > 0 && { warn: `${counted(missed, 'face has', 'faces have')} not had it` }),
      ...(laying && closesOpen(live, laying))
    });
  }
  return out;
}

/** What a coat is of, as it is asked for at the van: "Ostrel Duo, Peat". */
function productName(job: PartJob, coat: number): string {
  const { productId, colour } = coatSpec(job.finish!, coat);
  return `${cardOf(job, productId)?.name ?? productId}, ${colour}`;
}

/** What is owed to a coat before anything else goes on. */
const owedStep = (job: PartJob, coat: LiveCoat): Step =>
  coat.waitsFor === 'remedy'
    ? {
        kind: 'remedy',
        coat: coat.number,
        layings: coat.standing,
        stain: classTraits(coatCard(job, coat.number)!.class).stain
      }
    : { kind: 'morning test', coat: coat.number };

/** A coat closes over an open bay only when its oil is past saving, and says so; else it is wiped first. */
const closesOpen = (live: LiveWork, laying: { coat: number; laying: number }): Pick<Step, 'closed' | 'warn'> => {
  const end = live.layings.find((b) => b.coat === laying.coat && b.laying === laying.laying)?.end;
  return end === 'will stay tacky'
    ? { warn: `bay ${laying.laying} was never wiped: the coat will stay tacky` }
    : { closed: `bay ${laying.laying} is still open` };
};

/** A sprayed coat leaves a gun to clean, until somebody did; a coat after it may be another day's. */
function gunToClean(job: PartJob, state: WorkState, coat: number | undefined): Step[] {
  if (coat === undefined || !job.finish) return [];
  const { tools } = methodRow(coatSpec(job.finish, coat).method);
  const laid = state.coats.find((c) => c.coat === coat)?.layings.at(-1);
  if (!laid || !tools.wide.includes('spray gun')) return [];
  const cleaned = state.gunsCleaned.some((g) => g.part === job.part && g.coat === coat && g.atMs >= laid.spreadAtMs);
  return cleaned ? [] : [{ kind: 'clean gun', coat }];
}

/** The last rub, where one is asked for: on the morning after the last coat, once that may be worked on. */
function lastRub(
  job: PartJob,
  state: WorkState,
  last: LiveCoat,
  nowMs: number,
  between: HouseRules['between']
): Step[] {
  const rub = between[coatCard(job, last.number)!.class].last;
  if (!job.finish?.lastRub || !rub || state.lastRubs.has(job.part)) return [];
  const fromMs = nextMorningMs(last.laidToMs, job);
  const step = { kind: 'last rub' as const, coat: last.number, with: rub, fromMs };
  if (nowMs < fromMs) return [{ ...step, later: true }];
  return [last.progress < 1 ? { ...step, closed: `coat ${last.number} is not ready` } : step];
}
