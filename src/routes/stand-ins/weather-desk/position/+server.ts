import { json } from '@sveltejs/kit';
import { now } from '$lib/server/clock';
import { config } from '$lib/server/config';
import { placeKey } from '$lib/server/weather/forecasts';
import { answerPosition, placeOf } from '../../../../stand-ins/weather-desk';
import type { RequestHandler } from './$types';

/** The weather desk's position query; takes the place of an outside service. */
export const GET: RequestHandler = ({ url }) => {
  const query = new URLSearchParams(url.searchParams);
  const place = placeOf(query.get('coords'));
  const scenario = config.weatherScenario(place ? placeKey(place) : '');
  if (scenario === 'down') return json({ problem: 'the desk is shut' }, { status: 503 });
  if (scenario) query.set('scenario', scenario);
  const { status, body } = answerPosition(query, now());
  return json(body, { status, headers: { 'Content-Type': 'application/prs.coverage+json' } });
};
