import { and, asc, desc, eq, inArray, or, sql } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import { coatCard, partJob, type JobDocument } from '../../../core/document';
import type { NewEvent } from '../../../core/log';
import type { StockTin } from '../../../core/stock';
import type { Tx } from '../db/connect';
import { tin, tinMovement } from '../db/schema';
import { knowledgeChanged } from '../db/knowledge-version';

interface Draw {
  crewId: string;
  jobId: string;
  by: string;
}

/** What of the stock one batch draws on: a product's tins of a lot. */
interface Lot {
  productId: string;
  of: StockTin['of'];
  lot: string;
  litres: number;
}

/** The lots a batch draws on, blank ones left out. */
function drawnBy(event: Extract<NewEvent, { type: 'batch.mixed' }>, document: JobDocument): Lot[] {
  // The coats of a batch are of one product.
  const [first] = event.data.for;
  const card = first && coatCard(partJob(document, first.part), first.coat);
  if (!card) return [];
  const kits = card.packs.some((p) => p.of === 'kit');
  const parts = event.data.components.filter((c) => c.role !== 'thinner');
  // A kit's tin holds both parts: its oil's lot stands for the whole.
  const drawn = kits
    ? parts.filter((c) => c.role === 'oil').map((c) => ({ ...c, litres: parts.reduce((s, x) => s + x.litres, 0) }))
    : parts;
  return drawn
    .map((c) => ({
      productId: card.id,
      of: kits ? ('kit' as const) : (c.role as 'oil' | 'hardener'),
      lot: c.lot.trim(),
      litres: c.litres
    }))
    .filter((c) => c.lot !== '');
}

/**
 * Locks every tin some events may move, in the order of their ids and before anything else of the stock is read: two phones
 * that mix from the same lots crosswise wait for each other in one line.
 */
export async function lockTins(
  tx: Tx,
  crewId: string,
  events: readonly NewEvent[],
  document: JobDocument
): Promise<void> {
  const lots = events.flatMap((e) => (e.type === 'batch.mixed' ? drawnBy(e, document) : []));
  const undone = events.flatMap((e) => (e.type === 'event.undone' ? [e.data.event] : []));
  const moved = undone.length
    ? await tx
        .select({ tinId: tinMovement.tinId })
        .from(tinMovement)
        .where(and(inArray(tinMovement.eventId, undone), eq(tinMovement.crewId, crewId)))
    : [];
  const ids = moved.flatMap((m) => (m.tinId ? [m.tinId] : []));
  const any = or(
    ...lots.map((l) => and(eq(tin.productId, l.productId), eq(tin.lot, l.lot), eq(tin.of, l.of))),
    ...(ids.length ? [inArray(tin.id, ids)] : [])
  );
  if (!any) return;
  const wanted = await tx
    .select({ id: tin.id })
    .from(tin)
    .where(and(eq(tin.crewId, crewId), any));
  const order = wanted.map((w) => w.id).sort();
  if (order.length)
    await tx.select({ id: tin.id }).from(tin).where(inArray(tin.id, order)).orderBy(asc(tin.id)).for('update');
}

/** Moves the stock as one event of the work log says: a batch draws on its lots, taking it back gives them again. */
export async function moveStock(tx: Tx, draw: Draw, event: NewEvent, document: JobDocument): Promise<void> {
  if (event.type === 'batch.mixed') await drawBatch(tx, draw, event, document);
  else if (event.type === 'event.undone') await giveBack(tx, draw, event);
  else return;
  await knowledgeChanged(tx, draw.crewId);
}

async function drawBatch(
  tx: Tx,
  draw: Draw,
  event: Extract<NewEvent, { type: 'batch.mixed' }>,
  document: JobDocument
): Promise<void> {
  for (const { productId, of, lot, litres } of drawnBy(event, document)) {
    const rows = await tx
      .select()
      .from(tin)
      .where(and(eq(tin.crewId, draw.crewId), eq(tin.productId, productId), eq(tin.lot, lot), eq(tin.of, of)))
      .orderBy(desc(tin.openedOn), asc(tin.id))
      .for('update');
    let wanted = Math.round(litres * 1000);
    for (const row of rows) {
      const ml = Math.min(wanted, row.leftMl);
      if (ml === 0) continue;
      wanted -= ml;
      await tx
        .update(tin)
        .set({
          leftMl: row.leftMl - ml,
          openedOn: row.openedOn ?? new Date(event.at).toISOString().slice(0, 10),
          rowVersion: row.rowVersion + 1
        })
        .where(eq(tin.id, row.id));
      await used(tx, draw, event, { ...row, ml });
    }
    if (wanted > 0) await used(tx, draw, event, { id: null, productId, of, lot, ml: wanted });
  }
}

const used = (
  tx: Tx,
  draw: Draw,
  event: NewEvent,
  from: { id: string | null; productId: string; of: StockTin['of']; lot: string; ml: number }
) =>
  tx.insert(tinMovement).values({
    id: uuidv7(),
    crewId: draw.crewId,
    tinId: from.id,
    productId: from.productId,
    of: from.of,
    lot: from.lot,
    kind: 'used',
    deltaMl: -from.ml,
    eventId: event.id,
    jobId: draw.jobId,
    by: draw.by,
    at: new Date(event.at)
  });

async function giveBack(tx: Tx, draw: Draw, event: Extract<NewEvent, { type: 'event.undone' }>): Promise<void> {
  const moved = await tx
    .select()
    .from(tinMovement)
    .where(and(eq(tinMovement.eventId, event.data.event), eq(tinMovement.crewId, draw.crewId)));
  const back = moved.some((m) => m.kind === 'taken back') ? [] : moved;
  for (const m of back) {
    if (m.tinId)
      await tx
        .update(tin)
        .set({
          leftMl: sql`LEAST(${tin.volumeMl}, ${tin.leftMl} - ${m.deltaMl})`,
          rowVersion: sql`${tin.rowVersion} + 1`
        })
        .where(eq(tin.id, m.tinId));
    await tx
      .insert(tinMovement)
      .values({ ...m, id: uuidv7(), kind: 'taken back', deltaMl: -m.deltaMl, by: draw.by, at: new Date(event.at) });
  }
}
