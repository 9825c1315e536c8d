import { defaultHouseRules, houseRules } from '../../../core/house';
import type { Knowledge } from '../../../core/job';
import type { Db } from '../db/connect';
import { houseOf } from '../house/house-rules';
import { coverageOf } from '../learning/finished';
import { tinsOf } from '../stock/stock';

/** What a crew knows today: its house rules, what its log has taught of spread rates, its tins; κ = 1 until that is taught too. */
export async function knowledgeOf(db: Db, crewId: string): Promise<Knowledge> {
  const [house, coverage, stock] = await Promise.all([houseOf(db, crewId), coverageOf(db, crewId), tinsOf(db, crewId)]);
  return {
    house: houseRules(house.document),
    kappa: { median: 1, sdLn: defaultHouseRules.kappaSdLn },
    coverage,
    stock
  };
}
