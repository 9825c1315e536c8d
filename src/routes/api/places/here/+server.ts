import { json } from '@sveltejs/kit';
import { timeZoneAt } from '$lib/server/places/towns';
import { refuse } from '$lib/server/http';
import type { RequestHandler } from './$types';

/** The clock of a position on earth, `latitude` and `longitude` in degrees. */
export const GET: RequestHandler = ({ url }) => {
  const [latitude, longitude] = ['latitude', 'longitude'].map((k) => Number(url.searchParams.get(k) ?? NaN)) as [
    number,
    number
  ];
  if (!(Math.abs(latitude) <= 90)) return refuse([{ path: '/latitude', problem: 'must be from -90 to 90' }]);
  if (!(Math.abs(longitude) <= 180)) return refuse([{ path: '/longitude', problem: 'must be from -180 to 180' }]);
  return json({ timeZone: timeZoneAt(latitude, longitude) });
};
