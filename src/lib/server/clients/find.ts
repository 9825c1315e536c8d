import { and, desc, eq, like } from 'drizzle-orm';
import type { JobDocument } from '../../../core/document';
import type { Db } from '../db/connect';
import { client, job, site } from '../db/schema';

/** A site as it is offered: where it is and by which clock it lives. */
export type KnownSite = JobDocument['site'];

/** A client as one is offered: how to reach them, and where they had work done, the newest first. */
export interface KnownClient {
  name: string;
  phone: string;
  email: string;
  sites: KnownSite[];
}

const holding = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;
const MOST_SITES = 4;

const siteFields = {
  place: site.place,
  latitudeDeg: site.latitudeDeg,
  longitudeDeg: site.longitudeDeg,
  timeZone: site.timeZone
};

/** Sites of a crew whose place holds a text, the last changed first. */
export const findSites = (db: Db, crewId: string, text: string, most: number): Promise<KnownSite[]> =>
  db
    .select(siteFields)
    .from(site)
    .where(and(eq(site.crewId, crewId), like(site.place, holding(text))))
    .orderBy(desc(site.changedAt), site.place)
    .limit(most);

/** Clients of a crew whose name holds a text, the last changed first. */
export async function findClients(db: Db, crewId: string, text: string, most: number): Promise<KnownClient[]> {
  const rows = await db
    .select({ id: client.id, name: client.name, phone: client.phone, email: client.email })
    .from(client)
    .where(and(eq(client.crewId, crewId), like(client.name, holding(text))))
    .orderBy(desc(client.changedAt), client.name)
    .limit(most);
  return Promise.all(
    rows.map(async ({ id, name, phone, email }) => ({
      name,
      phone: phone ?? '',
      email: email ?? '',
      sites: await db
        .selectDistinct(siteFields)
        .from(job)
        .innerJoin(site, eq(site.id, job.siteId))
        .where(eq(job.clientId, id))
        .limit(MOST_SITES)
    }))
  );
}

/**
 * A new job's document with what is known of its client and its site, where it says nothing itself: a position that is still
 * that of the crew's home is one nobody picked.
 */
export async function completed(
  db: Db,
  crewId: string,
  document: JobDocument,
  home: Pick<KnownSite, 'latitudeDeg' | 'longitudeDeg'>
): Promise<JobDocument> {
  const [them] = await db
    .select()
    .from(client)
    .where(and(eq(client.crewId, crewId), eq(client.name, document.client.name)));
  const [there] = await db
    .select(siteFields)
    .from(site)
    .where(and(eq(site.crewId, crewId), eq(site.place, document.site.place)));
  const { latitudeDeg, longitudeDeg } = document.site;
  const unpicked = latitudeDeg === home.latitudeDeg && longitudeDeg === home.longitudeDeg;
  return {
    ...document,
    client: {
      ...(them?.phone && { phone: them.phone }),
      ...(them?.email && { email: them.email }),
      ...document.client
    },
    site: there && unpicked ? there : document.site
  };
}
