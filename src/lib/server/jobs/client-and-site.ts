import { and, eq, ne } from 'drizzle-orm';
import { v7 as uuidv7 } from 'uuid';
import type { JobDocument } from '../../../core/document';
import type { Tx } from '../db/connect';
import { client, job, site } from '../db/schema';
import { asAnyJob } from './reading';

type Client = JobDocument['client'];
type Site = JobDocument['site'];

/** What is kept of a client for all jobs of theirs, and of a site for all jobs there. */
const reach = ({ phone, email }: Client) => ({ phone: phone ?? null, email: email ?? null });
const position = ({ latitudeDeg, longitudeDeg, timeZone }: Site) => ({ latitudeDeg, longitudeDeg, timeZone });
const differ = (a: object, b: object): boolean => JSON.stringify(a) !== JSON.stringify(b);

/** A job whose client and site are kept. */
export interface Kept {
  clientId: string;
  siteId: string;
}

/** The job that is saved, as it was and by whom it is changed. */
export interface Saving {
  id: string;
  before: JobDocument | null;
  by: string;
}

/**
 * Keeps the client and the site of a job: found by name and place, or made. Where a saved job says otherwise than before how a
 * client is reached or where a site is, that holds for every job of theirs: those that can be read say the same from then on.
 */
export async function keepClientAndSite(
  tx: Tx,
  crewId: string,
  document: JobDocument,
  nowMs: number,
  saving?: Saving
): Promise<Kept> {
  const clientId = await keptClient(tx, crewId, document.client, nowMs);
  const siteId = await keptSite(tx, crewId, document.site, nowMs);
  const before = saving?.before;
  if (!saving || !before) return { clientId, siteId };
  const changedAt = new Date(nowMs);
  if (before.client.name === document.client.name && differ(reach(before.client), reach(document.client))) {
    await tx
      .update(client)
      .set({ ...reach(document.client), changedAt })
      .where(eq(client.id, clientId));
    const { phone, email } = document.client;
    await tellOthers(
      tx,
      eq(job.clientId, clientId),
      saving,
      ({ client: { phone: _p, email: _e, ...theirs }, ...d }) => ({
        ...d,
        client: { ...theirs, ...(phone && { phone }), ...(email && { email }) }
      })
    );
  }
  if (before.site.place === document.site.place && differ(position(before.site), position(document.site))) {
    await tx
      .update(site)
      .set({ ...position(document.site), changedAt })
      .where(eq(site.id, siteId));
    await tellOthers(tx, eq(job.siteId, siteId), saving, (d) => ({
      ...d,
      site: { ...d.site, ...position(document.site) }
    }));
  }
  return { clientId, siteId };
}

async function keptClient(tx: Tx, crewId: string, of: Client, nowMs: number): Promise<string> {
  const [known] = await tx
    .select({ id: client.id })
    .from(client)
    .where(and(eq(client.crewId, crewId), eq(client.name, of.name)));
  if (known) return known.id;
  const id = uuidv7();
  await tx.insert(client).values({ id, crewId, name: of.name, ...reach(of), changedAt: new Date(nowMs) });
  return id;
}

async function keptSite(tx: Tx, crewId: string, of: Site, nowMs: number): Promise<string> {
  const [known] = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.crewId, crewId), eq(site.place, of.place)));
  if (known) return known.id;
  const id = uuidv7();
  await tx.insert(site).values({ id, crewId, place: of.place, ...position(of), changedAt: new Date(nowMs) });
  return id;
}

/** Changes the other jobs of a client or at a site; whoever has one open is told that it was changed. */
async function tellOthers(
  tx: Tx,
  theirs: ReturnType<typeof eq>,
  { id, by }: Saving,
  change: (document: JobDocument) => JobDocument
): Promise<void> {
  const others = await tx
    .select()
    .from(job)
    .where(and(theirs, ne(job.id, id)))
    .orderBy(job.id)
    .for('update');
  for (const r of others) {
    const read = asAnyJob(r);
    if (!read.ok) continue;
    const document = change(read.job.document);
    if (differ(document, read.job.document))
      await tx
        .update(job)
        .set({ document, rowVersion: r.rowVersion + 1, changedBy: by })
        .where(eq(job.id, r.id));
  }
}
