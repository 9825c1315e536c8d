import { json } from '@sveltejs/kit';
import { findClients } from '$lib/server/clients/find';
import { db } from '$lib/server/db';
import type { RequestHandler } from './$types';

const MOST = 6;
const LONGEST = 120;

/** Clients of the crew whose name holds `q`, each with how to reach them and where they had work done. */
export const GET: RequestHandler = async ({ url, locals }) => {
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, LONGEST);
  return json(text ? await findClients(db, locals.person!.crewId, text, MOST) : []);
};
