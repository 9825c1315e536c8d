import { and, count, eq } from 'drizzle-orm';
import type { Db, Tx } from '../db/connect';
import { job, photo } from '../db/schema';
import { transact } from '../db/transact';
import type { KeptPicture } from './picture';

/** Photos a job may hold. */
export const MOST_PHOTOS = 400;

export type StorePhotoOutcome = 'stored' | 'known' | 'no such job' | 'too many' | 'taken';

/** Whether a job takes a picture of an id: asked before a picture is opened, and once more when it is kept. */
export async function takesPhoto(
  db: Db | Tx,
  crewId: string,
  jobId: string,
  id: string
): Promise<'yes' | Exclude<StorePhotoOutcome, 'stored'>> {
  const [own] = await db
    .select({ id: job.id })
    .from(job)
    .where(and(eq(job.id, jobId), eq(job.crewId, crewId)));
  if (!own) return 'no such job';
  const [known] = await db.select({ jobId: photo.jobId }).from(photo).where(eq(photo.id, id));
  if (known) return known.jobId === jobId ? 'known' : 'taken';
  const [held] = await db.select({ n: count() }).from(photo).where(eq(photo.jobId, jobId));
  return (held?.n ?? 0) >= MOST_PHOTOS ? 'too many' : 'yes';
}

/** Keeps a picture under the id the device gave it. Sending it again is harmless; an id of another job is refused. */
export function storePhoto(
  db: Db,
  crewId: string,
  jobId: string,
  id: string,
  picture: KeptPicture,
  who: { id: string; name: string },
  nowMs: number
): Promise<StorePhotoOutcome> {
  return transact(db, async (tx) => {
    const [own] = await tx
      .select({ id: job.id })
      .from(job)
      .where(and(eq(job.id, jobId), eq(job.crewId, crewId)))
      .for('update');
    if (!own) return 'no such job';
    const takes = await takesPhoto(tx, crewId, jobId, id);
    if (takes !== 'yes') return takes;
    await tx.insert(photo).values({
      id,
      jobId,
      width: picture.width,
      height: picture.height,
      full: picture.full,
      small: picture.small,
      byUserId: who.id,
      byName: who.name,
      receivedAt: new Date(nowMs)
    });
    return 'stored';
  });
}

/** A photo of a job of this crew as JPEG, whole or small; null when there is none (yet). */
export async function findPhoto(
  db: Db,
  crewId: string,
  jobId: string,
  id: string,
  size: 'full' | 'small'
): Promise<Buffer | null> {
  const [row] = await db
    .select({ bytes: size === 'full' ? photo.full : photo.small })
    .from(photo)
    .innerJoin(job, eq(job.id, photo.jobId))
    .where(and(eq(photo.id, id), eq(photo.jobId, jobId), eq(job.crewId, crewId)));
  return row?.bytes ?? null;
}
