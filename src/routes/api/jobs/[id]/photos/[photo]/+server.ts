import { error, json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { db } from '$lib/server/db';
import { refuse } from '$lib/server/http';
import { findPhoto, takesPhoto, MOST_PHOTOS, storePhoto } from '$lib/server/photos/photos';
import { keptPicture } from '$lib/server/photos/picture';
import type { RequestHandler } from './$types';

/** A photo of this job; `size=small` for lists. It never changes, so a device keeps it. */
export const GET: RequestHandler = async ({ params, url, locals, setHeaders }) => {
  const size = url.searchParams.get('size') === 'small' ? 'small' : 'full';
  const bytes = await findPhoto(db, locals.person!.crewId, params.id, params.photo, size);
  if (!bytes) error(404, 'This photo has not arrived yet.');
  setHeaders({ 'Content-Type': 'image/jpeg', 'Content-Length': String(bytes.length) });
  return new Response(new Uint8Array(bytes));
};

/** Takes a photo under the id the device gave it: checked by content, turned upright, stripped of location, once. */
export const PUT: RequestHandler = async ({ params, request, locals }) => {
  const person = locals.person!;
  const no = (problem: string, status = 422) => refuse([{ path: '/photo', problem }], status);
  // Only for a job that takes it is a picture opened at all.
  const takes = await takesPhoto(db, person.crewId, params.id, params.photo);
  if (takes === 'no such job') error(404, 'There is no such job in your crew.');
  if (takes === 'too many') return no(`is one too many: a job holds ${MOST_PHOTOS}`);
  if (takes === 'taken') return no('carries the id of another job’s photo', 409);
  if (takes === 'known') return json({ outcome: 'known' });
  const made = await keptPicture(new Uint8Array(await request.arrayBuffer()));
  if (!made)
    return json(
      { message: 'Many pictures are being sent at once; this one goes again in a moment.' },
      { status: 429, headers: { 'Retry-After': '5' } }
    );
  if (!made.ok) return no(made.problem);
  const outcome = await storePhoto(db, person.crewId, params.id, params.photo, made.picture, person, now());
  if (outcome === 'no such job') error(404, 'There is no such job in your crew.');
  if (outcome === 'too many') return no(`is one too many: a job holds ${MOST_PHOTOS}`);
  if (outcome === 'taken') return no('carries the id of another job’s photo', 409);
  return json({ outcome }, { status: outcome === 'stored' ? 201 : 200 });
};
