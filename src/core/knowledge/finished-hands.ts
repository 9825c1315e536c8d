import type { RateObservation } from '../coverage';
import { soakMinutes, type CoatPlan } from '../coats';
import { cardOf, jobAtHouse, type PartJob } from '../document';
import { handsSeen, observedHands, onWoodMinutes, type HandsSeen } from '../hands';
import { defaultHouseRules } from '../house';
import { batchesFor, type WorkState } from '../log';

/** A coat's hands as the log teaches from them: by kind and method, against the preset rates. */
export interface FinishedHands extends HandsSeen {
  coat: number;
  atMs: number;
  method: string;
  areaM2: number;
  /** What it shows of each kind; nothing where it is so far off that somebody forgot to say it was done. */
  keys: RateObservation[];
}

/**
 * The hands of every closed coat of a part, by plans of the presets, nothing learned: where each laying was seen on and off. What the log
 * tells of is set against what the rates say of just that (handbook 10).
 */
export function finishedHands(
  document: PartJob,
  state: Pick<WorkState, 'coats' | 'batches'>,
  plans: readonly CoatPlan[]
): FinishedHands[] {
  if (!state.coats.some((c) => c.closedAtMs !== undefined)) return [];
  const house = defaultHouseRules;
  const job = jobAtHouse(document, house);
  return state.coats.flatMap((c): FinishedHands[] => {
    const p = plans.find((x) => x.number === c.coat);
    const card = p && cardOf(job, p.productId);
    if (!p || !card || c.closedAtMs === undefined || !c.layings.every((l) => l.wipedAtMs !== undefined)) return [];
    const ready = batchesFor(state, c).flatMap((b) => b.stirredAtMs ?? []);
    const seen = handsSeen(
      c.layings.map((l) => ({
        spreadAtMs: l.spreadAtMs,
        wipedAtMs: l.wipedAtMs!,
        people: l.people ?? job.crew.people
      })),
      {
        readyAtMs: ready.length ? Math.min(...ready) : null,
        soakMinutes: soakMinutes(p, card),
        spreadMinutes: p.hands.spread + p.hands.edges / 2,
        onWoodMinutes: onWoodMinutes(p.hands),
        peopleGuessed: job.crew.people > 1 && c.layings.some((l) => l.people === undefined)
      }
    );
    if (!seen) return [];
    const keys = observedHands(seen, p.handsByKey, house);
    return [{ ...seen, coat: c.coat, atMs: c.closedAtMs, method: p.method, areaM2: p.areaM2, keys }];
  });
}
