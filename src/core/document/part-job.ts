import type { Face, Surface } from '../surface';
import { besideId, ownersOf, sharesOf, wholeSurfaceId, type Share } from './owners';
import type { Place } from '../place';
import type { Finish, FinishSystem, JobDocument, Move, Part, Site } from './schema';

/**
 * A part as it is worked: its faces alone, at its place, with its finish. All that the formulas of the trade ask of a job;
 * they know nothing of other parts.
 */
export interface PartJob extends Omit<JobDocument, 'format' | 'version' | 'site' | 'places' | 'parts'> {
  part: string;
  /** The place it is in now, and that place's air. */
  placeId: string;
  site: Site;
  /** What its place is called, where it is not the place of the job's first part. */
  placeName?: string;
  /** Where it is carried from here, before which coat, in their order. */
  moves?: (Move & Stay)[];
  /** Where it was before, in order, and until when. */
  was?: (Stay & { untilMs: number })[];
  finish?: Finish;
  compared?: FinishSystem[];
  startAt?: string;
  /** What it waits for in another part: nothing goes on before; null while nobody knows until when. */
  waits?: { untilMs: number | null; why: string };
  /** When nothing goes on because of another part, and why. */
  shut?: { fromMs: number; toMs: number; why: string }[];
}

/** A place that a part is worked at: its name and its air. */
export interface Stay {
  placeId: string;
  name: string;
  site: Site;
}

/** The part of a job with this id; the first where there is none. */
export const partOf = ({ parts }: Pick<JobDocument, 'parts'>, id: string | undefined): Part =>
  parts.find((p) => p.id === id) ?? parts[0]!;

/** The place a part is worked at; the job's first where its own is gone. */
export const placeOf = ({ places }: Pick<JobDocument, 'places'>, part: Pick<Part, 'placeId'>): Place =>
  places.find((p) => p.id === part.placeId) ?? places[0]!;

/** Where a coat goes on: where the part is, or where it is carried before it. */
export const stayOfCoat = (
  { placeId, site, moves = [] }: Pick<PartJob, 'placeId' | 'site' | 'moves'>,
  coat: number
): Pick<Stay, 'placeId' | 'site'> => moves.findLast((m) => m.before <= coat) ?? { placeId, site };

/** Whether a part is worked in a place, from the start or once it is carried there. */
export const worksIn = ({ placeId, moves = [] }: Pick<Part, 'placeId' | 'moves'>, place: string): boolean =>
  placeId === place || moves.some((m) => m.placeId === place);

/** The places of a job that some part is worked in. */
export const placesInUse = ({ places, parts }: Pick<JobDocument, 'places' | 'parts'>): Place[] =>
  places.filter((x) => parts.some((p) => worksIn(p, x.id)));

/** Every part of a job as it is worked, the first first. */
export function partJobs(document: JobDocument): PartJob[] {
  const surfaces = surfacesByPart(document);
  return document.parts.map((p) => asWorked(document, p, surfaces.get(p.id) ?? []));
}

/** One part of a job as it is worked; the first where there is none with this id. At its own place, or at one it was carried to. */
export function partJob(document: JobDocument, partId: string, placeId?: string): PartJob {
  const part = partOf(document, partId);
  const job = asWorked(document, part, surfacesByPart(document).get(part.id) ?? []);
  return placeId === undefined || placeId === job.placeId ? job : atPlace(document, job, placeId);
}

/** A part as it is worked at another place of the job. */
export function atPlace(document: JobDocument, job: PartJob, placeId: string): PartJob {
  const { placeName: _, ...same } = job;
  const stay = stayAt(document, placeId, job.surfaces);
  return { ...same, placeId: stay.placeId, site: stay.site, ...namedPlace(document, stay) };
}

/** What a place is called, where that has to be said. */
const namedPlace = ({ parts }: JobDocument, { placeId, name }: Stay): Pick<PartJob, 'placeName'> =>
  placeId === parts[0]!.placeId ? {} : { placeName: name };

/** A place of the job as it meets these surfaces; the job's first where there is no such place. */
function stayAt(document: JobDocument, placeId: string, surfaces: readonly Surface[]): Stay {
  const { id, name, house: _h, ...air } = placeOf(document, { placeId });
  return { placeId: id, name, site: { ...document.site, ...lyingAs(air, surfaces) } };
}

function asWorked(document: JobDocument, part: Part, surfaces: Surface[]): PartJob {
  const { format: _f, version: _v, places: _p, parts: _pp, site: _si, surfaces: _s, ...wide } = document;
  const stay = stayAt(document, part.placeId, surfaces);
  return {
    ...wide,
    part: part.id,
    placeId: stay.placeId,
    site: stay.site,
    ...namedPlace(document, stay),
    ...(part.moves && { moves: part.moves.map((m) => ({ ...m, ...stayAt(document, m.placeId, surfaces) })) }),
    surfaces: part.faceCoats ? surfaces.map((s) => withCoats(s, new Map(Object.entries(part.faceCoats!)))) : surfaces,
    ...(part.finish && { finish: part.finish }),
    ...(part.compared && { compared: part.compared }),
    ...(part.startAt && { startAt: part.startAt })
  };
}

/** How the wood of a part lies outdoors, where its faces say so: the first that does speaks for all. */
const lieOf = ({ setting }: Pick<Site, 'setting'>, surfaces: readonly Surface[]): Face['lies'] =>
  setting === 'outdoor' ? surfaces.flatMap((s) => s.faces).find((f) => f.coats > 0 && f.lies)?.lies : undefined;

/** The air of a place as it meets faces that lie in it. */
function lyingAs<T extends Pick<Site, 'setting' | 'exposure'>>(air: T, surfaces: readonly Surface[]): T {
  const lies = lieOf(air, surfaces);
  return lies ? { ...air, exposure: { ...air.exposure, ...lies } } : air;
}

/** A face as lists of a job name it. */
export const faceRef = (surface: Pick<Surface, 'id'>, face: { id: string }): string =>
  `${wholeSurfaceId(surface.id)}/${face.id}`;

/** A surface with so many coats on its faces, by surface/face. */
export const withCoats = (surface: Surface, coats: ReadonlyMap<string, number>): Surface => ({
  ...surface,
  faces: surface.faces.map((f) => ({ ...f, coats: coats.get(faceRef(surface, f)) ?? f.coats }))
});

/** The surfaces of a job by part, each with the faces and pieces that the part has of it. */
function surfacesByPart(document: JobDocument): Map<string, Surface[]> {
  const [first, ...others] = document.parts;
  if (others.length === 0) return new Map([[first!.id, document.surfaces]]);
  const owner = ownersOf(document);
  const out = new Map<string, Surface[]>();
  for (const surface of document.surfaces)
    for (const [part, shares] of sharesOf(surface, owner))
      out.set(part, [...(out.get(part) ?? []), ...surfacesOfShares(surface, shares)]);
  return out;
}

/** What a part has of a surface: a surface for each set of pieces its faces are on, so that each is measured by its own count. */
function surfacesOfShares(surface: Surface, shares: readonly Share[]): Surface[] {
  const groups = new Map<string, Share[]>();
  for (const s of shares) groups.set(s.pieces.join('\n'), [...(groups.get(s.pieces.join('\n')) ?? []), s]);
  return [...groups.values()].map((group, n) => {
    const { units, dividedInto, ...same } = surface;
    const { pieces } = group[0]!;
    return {
      ...same,
      id: besideId(surface.id, n),
      faces: group.map((s) => s.face),
      // Faces that are one over all pieces stand apart from those of pieces.
      ...(units && pieces.length > 0 && { units: pieces, ...(dividedInto !== undefined && { dividedInto }) })
    };
  });
}

/** The faces that several parts have, on different pieces, as surface/face. */
export function sharedFaces(document: JobDocument): Set<string> {
  const out = new Set<string>();
  if (document.parts.length === 1) return out;
  const owner = ownersOf(document);
  for (const surface of document.surfaces) {
    const seen = new Set<string>();
    for (const shares of sharesOf(surface, owner).values())
      for (const { face } of shares) {
        if (seen.has(face.id)) out.add(faceRef(surface, face));
        seen.add(face.id);
      }
  }
  return out;
}

/** The cards that the finishes of some parts name. */
const productsNamed = (parts: readonly Part[]): Set<string> =>
  new Set(parts.flatMap(({ finish }) => (finish ? [finish, ...(finish.coats ?? [])].map((c) => c.productId) : [])));

/**
 * The job with one part changed as it is worked: its place, finish, systems and start, how many coats its faces get, and what
 * a job holds whatever its parts. Surfaces themselves are changed in the job, not in a part. Of a face that other parts have
 * too, on other pieces, only this part's coats change.
 */
export function withPartJob(document: JobDocument, job: PartJob): JobDocument {
  const { part: partId, placeId, site, surfaces, finish, compared, startAt, ...rest } = job;
  const { placeName: _n, waits: _w, shut: _sh, moves: _m, was: _ws, ...wide } = rest;
  const { place, latitudeDeg, longitudeDeg, timeZone, ...air } = site;
  const part = partOf(document, partId);
  const here = placeOf(document, { placeId });
  // How the faces lie is theirs to say, not the place's.
  const { tiltDeg, facingDeg } = here.exposure;
  if (lieOf(air, surfaces)) air.exposure = { ...air.exposure, tiltDeg, facingDeg };
  const shared = sharedFaces(document);
  const coats = surfaces.flatMap((s) => s.faces.map((f) => [faceRef(s, f), f.coats] as const));
  const own = coats.filter(([ref]) => shared.has(ref));
  const alone = new Map(coats.filter(([ref]) => !shared.has(ref)));
  const { finish: _f, compared: _c, startAt: _s, faceCoats: _k, ...kept } = part;
  // Cards that only other parts name stay in the job.
  const held = new Set(wide.products.map((c) => c.id));
  const others = productsNamed(document.parts.filter((p) => p.id !== part.id));
  const products = [...wide.products, ...document.products.filter((c) => others.has(c.id) && !held.has(c.id))];
  return {
    ...document,
    ...wide,
    products,
    site: { place, latitudeDeg, longitudeDeg, timeZone },
    places: document.places.map((p) =>
      p.id === here.id ? { id: p.id, name: p.name, ...(p.house && { house: p.house }), ...air } : p
    ),
    parts: document.parts.map((p) =>
      p.id === part.id
        ? {
            ...kept,
            ...(own.length && { faceCoats: Object.fromEntries(own) }),
            ...(finish && { finish }),
            ...(compared?.length && { compared }),
            ...(startAt && { startAt })
          }
        : p
    ),
    surfaces: document.surfaces.map((s) => withCoats(s, alone))
  };
}
