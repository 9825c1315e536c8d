import { keyed, type Keyed } from '../../../core/keyed';
import { JOB_FILE_LIMIT_BYTES } from '../../../formats/job-json';
import type { Permission } from '../accounts/permissions';
import { PHOTO_LIMIT_BYTES } from '../photos/picture';

/** Who may come through: anybody, who shows a secret of the address or header, whoever is signed in, or whose role may. */
export type Who = 'anyone' | 'secret' | 'signed in' | Permission;

/** One way into the app: who may, and how many bytes may come with it. */
export interface Door {
  who: Who;
  /** Most bytes of the body; 0 where none is read. */
  bytes: number;
}

const FORM_BYTES = 32_000;
const SMALL_JSON_BYTES = 64_000;
const EVENTS_BYTES = 2_000_000;
const SENML_BYTES = 500_000;
/** Fifty members of ten days as CoverageJSON. */
const WEATHER_FILE_BYTES = 8_000_000;

const look = (who: Who = 'signed in'): Door => ({ who, bytes: 0 });
const send = (who: Who, bytes: number): Door => ({ who, bytes });

/**
 * Every route and method, with `?/name` for the actions of a page: the one place that decides who comes in and with how
 * much. A test holds it against the routes; what is not in it is answered 405.
 */
export const DOORS: Keyed<Keyed<Door>> = keyed<Keyed<Door>>({
  '/sign-in': keyed({ GET: look('anyone'), default: send('anyone', FORM_BYTES) }),
  '/welcome': keyed({ GET: look('anyone'), default: send('anyone', FORM_BYTES) }),
  '/new-password/[token]': keyed({ GET: look('secret'), default: send('secret', FORM_BYTES) }),
  '/sign-out': keyed({ POST: send('signed in', FORM_BYTES) }),
  '/health': keyed({ GET: look('anyone') }),
  '/about': keyed({ GET: look() }),
  '/calendar/[secret].ics': keyed({ GET: look('secret') }),
  '/stand-ins/weather-desk/position': keyed({ GET: look() }),
  '/(desk)': keyed({ GET: look() }),
  '/(desk)/account': keyed({ GET: look(), password: send('signed in', FORM_BYTES) }),
  '/(desk)/bench': keyed({ GET: look() }),
  '/(desk)/care': keyed({ GET: look() }),
  '/(desk)/house': keyed({ GET: look() }),
  '/(desk)/jobs': keyed({ GET: look() }),
  '/(desk)/jobs/new': keyed({ GET: look('create jobs'), default: send('create jobs', FORM_BYTES) }),
  '/(desk)/jobs/[id]': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/look': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/measure': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/ready': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/choose': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/load': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/when': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/work': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/leave': keyed({ GET: look() }),
  '/(desk)/jobs/[id]/keep': keyed({ GET: look() }),
  '/(desk)/log': keyed({ GET: look() }),
  '/(desk)/mend/[id]': keyed({
    GET: look(),
    document: send('mend jobs', JOB_FILE_LIMIT_BYTES * 2),
    aside: send('mend jobs', FORM_BYTES),
    event: send('mend jobs', FORM_BYTES)
  }),
  '/(desk)/people': keyed({
    GET: look(),
    add: send('edit people', FORM_BYTES),
    role: send('edit people', FORM_BYTES),
    active: send('edit people', FORM_BYTES),
    link: send('edit people', FORM_BYTES)
  }),
  '/(desk)/sensors': keyed({
    GET: look(),
    add: send('edit sensors', FORM_BYTES),
    place: send('place sensors', FORM_BYTES),
    renew: send('edit sensors', FORM_BYTES)
  }),
  '/(desk)/shelf': keyed({ GET: look() }),
  '/(desk)/shelf/stock': keyed({ GET: look() }),
  '/(desk)/shelf/[card]': keyed({
    GET: look(),
    prices: send('edit prices', FORM_BYTES),
    house: send('edit cards', FORM_BYTES)
  }),
  '/(desk)/weeks': keyed({ GET: look(), address: send('signed in', FORM_BYTES) }),
  '/api/cards': keyed({
    GET: look(),
    PUT: send('edit cards', JOB_FILE_LIMIT_BYTES),
    POST: send('edit cards', SMALL_JSON_BYTES)
  }),
  '/api/clients': keyed({ GET: look('edit jobs') }),
  '/api/places': keyed({ GET: look('edit jobs') }),
  '/api/places/here': keyed({ GET: look('edit jobs') }),
  '/api/house': keyed({ GET: look(), PUT: send('edit house rules', SMALL_JSON_BYTES) }),
  '/api/house/places': keyed({ POST: send('edit house rules', SMALL_JSON_BYTES) }),
  '/api/house/steps': keyed({ POST: send('edit house rules', SMALL_JSON_BYTES) }),
  '/api/house/effect': keyed({ POST: send('signed in', SMALL_JSON_BYTES) }),
  '/api/jobs': keyed({ POST: send('create jobs', JOB_FILE_LIMIT_BYTES) }),
  '/api/jobs/[id]': keyed({ GET: look(), PUT: send('edit jobs', JOB_FILE_LIMIT_BYTES) }),
  '/api/jobs/[id]/raw': keyed({ GET: look('mend jobs') }),
  '/api/jobs/[id]/commit': keyed({ POST: send('book', SMALL_JSON_BYTES) }),
  '/api/jobs/[id]/events': keyed({ GET: look(), POST: send('log at the desk', EVENTS_BYTES) }),
  '/api/jobs/[id]/forecast': keyed({ GET: look() }),
  '/api/jobs/[id]/past-years': keyed({ GET: look() }),
  '/api/jobs/[id]/hours.[kind]': keyed({ GET: look() }),
  '/api/jobs/[id]/photos/[photo]': keyed({ GET: look(), PUT: send('take photos', PHOTO_LIMIT_BYTES) }),
  '/api/jobs/[id]/stream': keyed({ GET: look(), HEAD: look() }),
  '/api/jobs/[id]/weather': keyed({
    GET: look(),
    PUT: send('import weather', WEATHER_FILE_BYTES),
    DELETE: look('import weather')
  }),
  '/api/me': keyed({ PATCH: send('signed in', SMALL_JSON_BYTES) }),
  '/api/rail': keyed({ GET: look() }),
  '/api/senml': keyed({ POST: send('secret', SENML_BYTES) }),
  '/api/stock': keyed({ POST: send('edit stock', SMALL_JSON_BYTES) }),
  '/api/stock/[tin]': keyed({ PATCH: send('edit stock', SMALL_JSON_BYTES) })
});

/** The door a request comes to, or null: a HEAD comes to the GET's unless it has its own. */
export function doorOf(route: string, method: string, search: URLSearchParams): Door | null {
  const ways = DOORS.get(route);
  if (!ways) return null;
  const own = ways.get(method);
  if (own) return own;
  if (method === 'HEAD') return ways.get('GET') ?? null;
  if (method !== 'POST') return null;
  const action = [...search.keys()].find((k) => k.startsWith('/'));
  return ways.get(action ? action.slice(1) : 'default') ?? null;
}
