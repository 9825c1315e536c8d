import { eq, sql } from 'drizzle-orm';
import type { Db, Tx } from './connect';
import { crewKnowledge } from './schema';

/** Counts a change of what a crew knows, in the transaction that made it: last, so that nobody waits for it long. */
export async function knowledgeChanged(tx: Tx, crewId: string): Promise<void> {
  await tx
    .insert(crewKnowledge)
    .values({ crewId, version: 1 })
    .onDuplicateKeyUpdate({ set: { version: sql`${crewKnowledge.version} + 1` } });
}

/** How often a crew's knowledge has changed. */
export async function knowledgeVersion(db: Db, crewId: string): Promise<number> {
  const [r] = await db
    .select({ version: crewKnowledge.version })
    .from(crewKnowledge)
    .where(eq(crewKnowledge.crewId, crewId));
  return r?.version ?? 0;
}
