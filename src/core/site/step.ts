import type { FlawKind, Mending } from '../course';
import type { Taken } from '../document';
import type { Span } from '../drying';
import type { FlawFound } from '../log';
import type { Method, MethodRow, StageDue } from '../method';
import type { LayingEnd } from './dwell-clock';

/**
 * What the crew does next, in order. The first is what to do now; `closed` says why a step may not be taken yet, `warn` what
 * it brings with it, `later` that its time has not come.
 */
export type Step = { closed?: string; warn?: string; later?: true } & (
  | {
      kind: 'wipe';
      coat: number;
      laying: number;
      /** The faces of pieces it went on, where it names them. */
      on?: Taken[];
      /** Only a stretch of them. */
      bay: boolean;
      fromMs: number | null;
      byMs: number | null;
      spreadAtMs: number;
      left: boolean;
      end: LayingEnd;
      off: MethodRow['off'];
    }
  /** A stage of its method that is due on a laying: topped up, sanded wet, looked at again. */
  | ({ kind: 'stage'; coat: number; laying: number; on?: Taken[]; bay: boolean } & StageDue)
  /** `vessel` 1 or 2 of a mix with hardener; absent for one that is only stirred. */
  | { kind: 'stir'; batch: string; fromMs: number; untilMs: number; vessel?: 1 | 2 }
  /** What must be so before the tin is opened, and is not: so many reasons. */
  | { kind: 'gate'; coat: number; open: number }
  | { kind: 'mix'; batch: string; coat: number; twoPart: boolean; product: string }
  | {
      kind: 'spread';
      coat: number;
      laying: number;
      batch?: string;
      product: string;
      early: boolean;
      method: Method;
      /** People stand on it while they work, so that it goes towards the way out. */
      walkedOn: boolean;
      /** It goes on faces of pieces, which are picked; else on a stretch of the one there is, counted from 1. */
      onFaces?: boolean;
      /** The house tests with the thumb before the next coat, and nobody has since it opened. */
      untested?: boolean;
    }
  /** A batch in use is empty, or past its use: what is left of it, and how much of the coat is on. */
  | { kind: 'end batch'; batch: string; coat: number }
  | { kind: 'close coat'; coat: number; layings: number }
  /** The last coat hangs on the look: somebody says whether it goes on. */
  | { kind: 'look'; coat: number }
  /** It is carried to another place before a coat. */
  | { kind: 'carry'; coat: number; placeId: string; place: string }
  | { kind: 'wait'; coat: number; next: number; span: Span; progress: number }
  /** Oil stood on a coat: it comes off before anything else goes on. */
  | { kind: 'remedy'; coat: number; layings: number[]; stain: boolean }
  /** A flaw that was found is mended: cut back, filled, touched in, as its branch goes. */
  | {
      kind: 'mend';
      coat: number;
      flaw: string;
      what: FlawKind;
      on: Taken[];
      branch: readonly Mending[];
      /** What it is cut back with. */
      abrasive: string;
      extent: FlawFound['extent'];
      more: boolean;
    }
  /** A thumb's test is owed on a morning after a late wipe or a remedy. */
  | { kind: 'morning test'; coat: number }
  | { kind: 'rags'; out: number }
  /** `safe` rags were counted and made safe, over the whole job. */
  | { kind: 'close day'; date: string; safe: number }
  /** A batch that is stirred stands before it is used, as its card asks. */
  | { kind: 'stand'; batch: string; fromMs: number; untilMs: number }
  /** Pigment settles: it is stirred up before anything is dipped again. */
  | { kind: 'stir again'; batch: string; fromMs: number }
  /** The gun is cleaned after a sprayed coat. */
  | { kind: 'clean gun'; coat: number }
  /** The last coat is rubbed once more, after a night. */
  | { kind: 'last rub'; coat: number; with: string; fromMs: number }
  | { kind: 'leave' }
);
