import { houseRules } from '../../../core/house';
import type { Knowledge } from '../../../core/knowledge';
import type { HousePlace } from '../../../core/place';
import type { Db } from '../db/connect';
import { houseOf } from '../house/house-rules';
import { coverageOf } from '../learning/finished';
import { tackTestsKept } from '../learning/tack-tests';
import { hasSensors } from '../sensors/readings';
import { tinsOf } from '../stock/stock';
import { importedPlaces } from '../weather/imported';
import { knowledgeVersion } from '../db/knowledge-version';

/** What a crew knows, and what it has that most jobs do without: sensors, and weather from files by place. */
export interface Known {
  knowledge: Knowledge;
  /** How often the knowledge has changed: what was computed from another is computed anew. */
  version: number;
  sensors: boolean;
  importedPlaces: ReadonlySet<string>;
  /** The places of the house, for any job to use. */
  housePlaces: readonly HousePlace[];
}

const kept = new Map<string, { version: number; known: Known }>();
const MOST_KEPT = 200;

/**
 * What a crew knows today: its house rules, what its log has taught of spread rates, its tins. Read anew only after a
 * change was counted; a change made while reading has a higher count, and is read next time.
 */
export async function knownOf(db: Db, crewId: string): Promise<Known> {
  const version = await knowledgeVersion(db, crewId);
  const before = kept.get(crewId);
  if (before?.version === version) return before.known;
  const known = { ...(await readKnown(db, crewId)), version };
  if (kept.size >= MOST_KEPT) kept.clear();
  kept.set(crewId, { version, known });
  return known;
}

/** The knowledge alone. */
export const knowledgeOf = async (db: Db, crewId: string): Promise<Knowledge> => (await knownOf(db, crewId)).knowledge;

async function readKnown(db: Db, crewId: string): Promise<Omit<Known, 'version'>> {
  const [house, drying, coverage, stock, sensors, places] = await Promise.all([
    houseOf(db, crewId),
    tackTestsKept(db, crewId),
    coverageOf(db, crewId),
    tinsOf(db, crewId),
    hasSensors(db, crewId),
    importedPlaces(db, crewId)
  ]);
  return {
    knowledge: { house: houseRules(house.document), drying, coverage, stock },
    sensors,
    importedPlaces: places,
    housePlaces: house.document.places ?? []
  };
}
