import { json } from '@sveltejs/kit';
import { findSites } from '$lib/server/clients/find';
import { db } from '$lib/server/db';
import { findTowns } from '$lib/server/places/towns';
import type { RequestHandler } from './$types';

const MOST_SITES = 3;
const MOST_TOWNS = 5;
const LONGEST = 120;

/** What `q` may mean: sites of the crew that hold it, and towns that begin like what stands after its last comma. */
export const GET: RequestHandler = async ({ url, locals }) => {
  const text = (url.searchParams.get('q') ?? '').trim().slice(0, LONGEST);
  const [sites, towns] = await Promise.all([
    text ? findSites(db, locals.person!.crewId, text, MOST_SITES) : [],
    findTowns(text.split(',').at(-1)!, MOST_TOWNS)
  ]);
  return json({ sites, towns });
};
