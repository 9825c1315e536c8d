import { emptyCoverageLog, type CoverageLog } from '../coverage';
import type { PartJob } from '../document';
import type { TackTest } from '../drying';
import { defaultHouseRules, type HouseRules } from '../house';
import type { StockTin } from '../stock';

/** One tack test as the log keeps it: of which job, product and site. */
export interface DryingObservation extends TackTest {
  jobId: string;
  productId: string;
  site: string;
  coat: number;
  atMs: number;
}

/** All tack tests a crew goes by. */
export type DryingLog = readonly DryingObservation[];

/** What the crew knows beyond the job: its house rules, what its log has taught, and the tins it has. */
export interface Knowledge {
  house: HouseRules;
  drying: DryingLog;
  coverage: CoverageLog;
  /** What was known of spread rates before each finished coat of the job at hand. */
  before?: ReadonlyMap<number, CoverageLog>;
  stock: readonly StockTin[];
}

/** What a crew knows on its first day: presets, no log, no stock. */
export const firstDayKnowledge = (house: HouseRules = defaultHouseRules): Knowledge => ({
  house,
  drying: [],
  coverage: emptyCoverageLog,
  stock: []
});

/** What a crew goes by on one part: a rhythm of its own takes the place of the house's. */
export const knowledgeOn = ({ finish }: Pick<PartJob, 'finish'>, knowledge: Knowledge): Knowledge =>
  finish?.rhythm ? { ...knowledge, house: { ...knowledge.house, rhythm: finish.rhythm } } : knowledge;

/** The spread rates a coat's film is judged by: what was known before it, itself left out. */
export const knownBefore = ({ before, coverage }: Pick<Knowledge, 'before' | 'coverage'>, coat: number): CoverageLog =>
  before?.get(coat) ?? coverage;
