import { emptyCoverageLog, type CoverageLog } from '../coverage';
import type { DryingFactor } from '../drying';
import { defaultHouseRules, type HouseRules } from '../house';
import type { StockTin } from '../stock';

/** What the crew knows beyond the job: its house rules, what its log has taught, and the tins it has. */
export interface Knowledge {
  house: HouseRules;
  kappa: DryingFactor;
  coverage: CoverageLog;
  stock: readonly StockTin[];
}

/** What a crew knows on its first day: presets, no log, no stock. */
export const firstDayKnowledge = (house: HouseRules = defaultHouseRules): Knowledge => ({
  house,
  kappa: { median: 1, sdLn: house.kappaSdLn },
  coverage: emptyCoverageLog,
  stock: []
});
