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
  was: Partial<Kept> | null;
  by: string;
}

/**
 * Keeps the client and the site of a job: found by name and place, or made; one that only this job has goes on under its new
 * name. Where a saved job says otherwise than before how a client is reached or where a site is, that holds for every job of
 * theirs: those that can be read say the same from then on.
 */
export async function keepClientAndSite(
  tx: Tx,
  crewId: string,
  document: JobDocument,
  nowMs: number,
  saving?: Saving
): Promise<Kept> {
  const { id, was } = saving ?? {};
  const own = {
    client: was?.clientId && !(await hasOthers(tx, job.clientId, was.clientId, id)) ? was.clientId : null,
    site: was?.siteId && !(await hasOthers(tx, job.siteId, was.siteId, id)) ? was.siteId : null
  };
  const clientId = await keptClient(tx, crewId, document.client, nowMs, own.client);
  const siteId = await keptSite(tx, crewId, document.site, nowMs, own.site);
  const before = saving?.before;
  if (saving && before) {
    if (before.client.name === document.client.name && differ(reach(before.client), reach(document.client)))
      await changeReach(tx, clientId, document.client, nowMs, saving);
    if (before.site.place === document.site.place && differ(position(before.site), position(document.site)))
      await changePosition(tx, siteId, document.site, nowMs, saving);
  }
  return { clientId, siteId };
}

/** Forgets a client and a site that no job has any more, once theirs has others. */
export async function forgetUnused(tx: Tx, was: Partial<Kept> | null, is: Kept): Promise<void> {
  if (was?.clientId && was.clientId !== is.clientId && !(await hasOthers(tx, job.clientId, was.clientId)))
    await tx.delete(client).where(eq(client.id, was.clientId));
  if (was?.siteId && was.siteId !== is.siteId && !(await hasOthers(tx, job.siteId, was.siteId)))
    await tx.delete(site).where(eq(site.id, was.siteId));
}

/** The client and site a job points at; none where it was made before they were kept. */
export async function keptBefore(tx: Tx, id: string): Promise<Partial<Kept> | null> {
  const [r] = await tx.select({ clientId: job.clientId, siteId: job.siteId }).from(job).where(eq(job.id, id));
  return r ? { ...(r.clientId && { clientId: r.clientId }), ...(r.siteId && { siteId: r.siteId }) } : null;
}

/** Whether any job, but for one, points at a client or a site. */
async function hasOthers(
  tx: Tx,
  column: typeof job.clientId | typeof job.siteId,
  value: string,
  but?: string
): Promise<boolean> {
  const [r] = await tx
    .select({ id: job.id })
    .from(job)
    .where(and(eq(column, value), but === undefined ? undefined : ne(job.id, but)))
    .limit(1);
  return r !== undefined;
}

async function keptClient(tx: Tx, crewId: string, of: Client, nowMs: number, own: string | null): Promise<string> {
  const [known] = await tx
    .select({ id: client.id })
    .from(client)
    .where(and(eq(client.crewId, crewId), eq(client.name, of.name)));
  if (known) return known.id;
  const says = { name: of.name, ...reach(of), changedAt: new Date(nowMs) };
  const id = own ?? uuidv7();
  if (own) await tx.update(client).set(says).where(eq(client.id, own));
  else await tx.insert(client).values({ id, crewId, ...says });
  return id;
}

async function keptSite(tx: Tx, crewId: string, of: Site, nowMs: number, own: string | null): Promise<string> {
  const [known] = await tx
    .select({ id: site.id })
    .from(site)
    .where(and(eq(site.crewId, crewId), eq(site.place, of.place)));
  if (known) return known.id;
  const says = { place: of.place, ...position(of), changedAt: new Date(nowMs) };
  const id = own ?? uuidv7();
  if (own) await tx.update(site).set(says).where(eq(site.id, own));
  else await tx.insert(site).values({ id, crewId, ...says });
  return id;
}

async function changeReach(tx: Tx, clientId: string, of: Client, nowMs: number, saving: Saving): Promise<void> {
  await tx
    .update(client)
    .set({ ...reach(of), changedAt: new Date(nowMs) })
    .where(eq(client.id, clientId));
  const { phone, email } = of;
  await tellOthers(tx, eq(job.clientId, clientId), saving, ({ client: { phone: _p, email: _e, ...theirs }, ...d }) => ({
    ...d,
    client: { ...theirs, ...(phone && { phone }), ...(email && { email }) }
  }));
}

async function changePosition(tx: Tx, siteId: string, of: Site, nowMs: number, saving: Saving): Promise<void> {
  await tx
    .update(site)
    .set({ ...position(of), changedAt: new Date(nowMs) })
    .where(eq(site.id, siteId));
  await tellOthers(tx, eq(job.siteId, siteId), saving, (d) => ({ ...d, site: { ...d.site, ...position(of) } }));
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
