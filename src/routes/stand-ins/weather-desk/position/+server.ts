import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { answerPosition } from '../../../../stand-ins/weather-desk';
import type { RequestHandler } from './$types';

/** The weather desk's position query; takes the place of an outside service. */
export const GET: RequestHandler = ({ url }) => {
  const { status, body } = answerPosition(url.searchParams, now());
  return json(body, {
    status,
    headers: { 'Content-Type': 'application/prs.coverage+json' }
  });
};
