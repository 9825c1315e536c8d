import { FIRST_PART, type JobDocument } from '../core/document';
import { PLACE_NAMES } from '../core/place';
import { liftCard, liftSurface } from './lift-kinds';
import type { JobFile1 } from './schema/job-1-schema';

/** A job document that passed the checks, at the newest version. */
export const newestJob = (document: JobFile1 | JobDocument): JobDocument =>
  document.version === 1 ? liftJob(document) : document;

/** A version 1 job file as version 2: its one place and its one part, nothing lost. */
export function liftJob({
  version: _,
  site,
  finish,
  compared,
  startAt,
  surfaces,
  products,
  ...wide
}: JobFile1): JobDocument {
  const { place, latitudeDeg, longitudeDeg, timeZone, ...air } = site;
  return {
    ...wide,
    version: 2,
    surfaces: surfaces.map(liftSurface),
    products: products.map(liftCard),
    site: { place, latitudeDeg, longitudeDeg, timeZone },
    places: [{ id: 'place-1', name: PLACE_NAMES[air.setting], ...air }],
    parts: [
      {
        id: FIRST_PART,
        placeId: 'place-1',
        takes: [],
        ...(finish && { finish }),
        ...(compared && { compared }),
        ...(startAt && { startAt })
      }
    ]
  };
}
