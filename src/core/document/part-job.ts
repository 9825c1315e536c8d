import type { Surface } from '../surface';
import type { Finish, FinishSystem, JobDocument, Part, Place, Site, Taken } from './schema';

/** The id of every job's first part, which takes whatever no other part takes. */
export const FIRST_PART = 'first';

/**
 * A part as it is worked: its faces alone, at its place, with its finish. All that the formulas of the trade ask of a job;
 * they know nothing of other parts.
 */
export interface PartJob extends Omit<JobDocument, 'format' | 'version' | 'site' | 'places' | 'parts'> {
  part: string;
  site: Site;
  finish?: Finish;
  compared?: FinishSystem[];
  startAt?: string;
}

/** The part of a job with this id; the first where there is none. */
export const partOf = ({ parts }: Pick<JobDocument, 'parts'>, id: string | undefined): Part =>
  parts.find((p) => p.id === id) ?? parts[0]!;

/** The place a part is worked at; the job's first where its own is gone. */
export const placeOf = ({ places }: Pick<JobDocument, 'places'>, part: Pick<Part, 'placeId'>): Place =>
  places.find((p) => p.id === part.placeId) ?? places[0]!;

/** Every part of a job as it is worked, the first first. */
export const partJobs = (document: JobDocument): PartJob[] => document.parts.map((p) => partJob(document, p.id));

/** One part of a job as it is worked. */
export function partJob(document: JobDocument, partId: string): PartJob {
  const { format: _f, version: _v, places: _p, parts, site, surfaces, ...wide } = document;
  const part = partOf(document, partId);
  const { id: _id, name: _n, ...air } = placeOf(document, part);
  return {
    ...wide,
    part: part.id,
    site: { ...site, ...air },
    surfaces: parts.length === 1 ? surfaces : surfaces.flatMap((s) => takenOf(s, ownerOf(document, s), part.id)),
    ...(part.finish && { finish: part.finish }),
    ...(part.compared && { compared: part.compared }),
    ...(part.startAt && { startAt: part.startAt })
  };
}

/** The cards that the finishes of some parts name. */
const productsNamed = (parts: readonly Part[]): Set<string> =>
  new Set(parts.flatMap(({ finish }) => (finish ? [finish, ...(finish.coats ?? [])].map((c) => c.productId) : [])));

/** Which part a face of a piece is in; for a surface without pieces the piece is left out. */
type Owner = (faceId: string, piece?: string) => string;

/** Whether something named takes a face of a piece; of a surface without pieces the piece is left out. */
export const covers = (t: Taken, surfaceId: string, faceId: string, piece: string | undefined): boolean =>
  t.surface === surfaceId &&
  (t.face === undefined || t.face === faceId) &&
  (t.pieces === undefined || (piece !== undefined && t.pieces.includes(piece)));

/** Who has the faces of a surface: the first part after the first that takes one, else the first part. */
export function ownerOf({ parts }: Pick<JobDocument, 'parts'>, surface: Pick<Surface, 'id'>): Owner {
  const others = parts
    .slice(1)
    .map((p) => ({ id: p.id, takes: p.takes.filter((t) => t.surface === surface.id) }))
    .filter((p) => p.takes.length > 0);
  return (faceId, piece) =>
    others.find((p) => p.takes.some((t) => covers(t, surface.id, faceId, piece)))?.id ?? parts[0]!.id;
}

/** What splits a surface whose faces are in a part on different pieces: no id from outside holds it. */
const BESIDE = '~';

/** The id a surface has in the job, whatever a part makes of it. */
export const wholeSurfaceId = (surfaceId: string): string => surfaceId.split(BESIDE)[0]!;

/**
 * The faces of a surface that are in a part, as surfaces of it: one for each set of pieces that its faces are taken on, so
 * that each is measured by its own count. None where the part has none of it.
 */
function takenOf(surface: Surface, owner: Owner, partId: string): Surface[] {
  const { units, faces } = surface;
  if (!units) {
    const mine = faces.filter((f) => owner(f.id) === partId);
    return mine.length === faces.length ? [surface] : mine.length ? [{ ...surface, faces: mine }] : [];
  }
  const groups = new Map<string, { units: string[]; faces: Surface['faces'] }>();
  for (const face of faces) {
    const mine = units.filter((piece) => owner(face.id, piece) === partId);
    if (mine.length === 0) continue;
    const key = mine.join('\n');
    const group = groups.get(key) ?? { units: mine, faces: [] };
    group.faces.push(face);
    groups.set(key, group);
  }
  return [...groups.values()].map((g, i) => ({
    ...surface,
    ...g,
    ...(i > 0 && { id: `${surface.id}${BESIDE}${i + 1}` })
  }));
}

/**
 * The job with one part changed as it is worked: its place, finish, systems and start, how many coats its faces get, and what
 * a job holds whatever its parts. Surfaces themselves are changed in the job, not in a part.
 */
export function withPartJob(document: JobDocument, job: PartJob): JobDocument {
  const { part: partId, site, surfaces, finish, compared, startAt, ...wide } = job;
  const { place, latitudeDeg, longitudeDeg, timeZone, ...air } = site;
  const part = partOf(document, partId);
  const here = placeOf(document, part);
  const coats = new Map(
    surfaces.flatMap((s) => s.faces.map((f) => [`${wholeSurfaceId(s.id)}/${f.id}`, f.coats] as const))
  );
  const { finish: _f, compared: _c, startAt: _s, ...rest } = part;
  // Cards that only other parts name stay in the job.
  const held = new Set(wide.products.map((c) => c.id));
  const others = productsNamed(document.parts.filter((p) => p.id !== part.id));
  const products = [...wide.products, ...document.products.filter((c) => others.has(c.id) && !held.has(c.id))];
  return {
    ...document,
    ...wide,
    products,
    site: { place, latitudeDeg, longitudeDeg, timeZone },
    places: document.places.map((p) => (p.id === here.id ? { id: p.id, name: p.name, ...air } : p)),
    parts: document.parts.map((p) =>
      p.id === part.id
        ? { ...rest, ...(finish && { finish }), ...(compared?.length && { compared }), ...(startAt && { startAt }) }
        : p
    ),
    surfaces: document.surfaces.map((s) => ({
      ...s,
      faces: s.faces.map((f) => ({ ...f, coats: coats.get(`${s.id}/${f.id}`) ?? f.coats }))
    }))
  };
}
