import { HOUR_MS } from '../units';
import type { PartView } from './view';

/**
 * The coats before which a crew sets up, and after which it cleans up: once a visit, however many coats are laid in it. Without a
 * start each coat is a visit.
 */
export function visitsOfCoats({ plan, live }: Pick<PartView, 'plan' | 'live'>): {
  setUp: ReadonlySet<number>;
  cleanUp: ReadonlySet<number>;
} {
  const at = (number: number) =>
    live.coats.find((c) => c.number === number) ?? plan.chosen?.coats.find((c) => c.number === number);
  const setUp = new Set<number>();
  const cleanUp = new Set<number>();
  plan.coats.forEach(({ number }, i) => {
    const before = i > 0 ? at(plan.coats[i - 1]!.number) : undefined;
    const here = at(number);
    const goesOn = before && here && here.laidFromMs - before.laidToMs <= HOUR_MS;
    if (goesOn) cleanUp.delete(plan.coats[i - 1]!.number);
    else setUp.add(number);
    cleanUp.add(number);
  });
  return { setUp, cleanUp };
}
