import { cardProblems, classTraits, methodOf, type ProductCard } from '../product';
import { faceAreas, faceName, measureSurface, type Surface } from '../surface';
import { findSpecies } from '../wood';
import { isTimeZone, WEEKDAYS } from '../window';
import type { JobDocument } from './document-schema';

/** Something that stops a plan or needs a look: where it is, what is wrong, what cures it. */
export interface Problem {
  path: string;
  severity: 'stop' | 'check';
  problem: string;
}

/** The card a job's finish names, or undefined. */
export const finishCard = (job: JobDocument): ProductCard | undefined =>
  job.products.find((p) => p.id === job.finish?.productId);

/** Whether food touches any of it. */
export const touchesFood = (job: JobDocument): boolean => job.usedForFood || job.surfaces.some((s) => s.look?.food);

/** Largest number of coats any face of the job wants. */
export const coatCount = (job: JobDocument): number =>
  job.surfaces.reduce((n, s) => s.faces.reduce((m, f) => Math.max(m, f.coats), n), 0);

/** What is wrong with a job beyond its shape, in the order of the stations. */
export function jobProblems(job: JobDocument): Problem[] {
  return [
    ...siteProblems(job),
    ...job.surfaces.flatMap(surfaceProblems),
    ...cardsProblems(job),
    ...finishProblems(job)
  ];
}

/** What stops a job at the border: these make a document impossible, not merely unwise. */
export const blockingProblems = (job: JobDocument): Problem[] =>
  [...siteProblems(job), ...job.surfaces.flatMap(surfaceProblems), ...cardsProblems(job)].filter(
    (p) => p.severity === 'stop'
  );

function siteProblems(job: JobDocument): Problem[] {
  const out: Problem[] = [];
  if (!isTimeZone(job.site.timeZone))
    out.push({
      path: '/site/timeZone',
      severity: 'stop',
      problem: `“${job.site.timeZone}” is not a time zone; use a name like Europe/London`
    });
  for (const d of WEEKDAYS) {
    const h = job.site.workingHours[d];
    if (h && h.to <= h.from)
      out.push({
        path: `/site/workingHours/${d}`,
        severity: 'stop',
        problem: `ends at ${h.to}, not after its start ${h.from}`
      });
  }
  if (new Set(job.surfaces.map((s) => s.id)).size < job.surfaces.length)
    out.push({
      path: '/surfaces',
      severity: 'stop',
      problem: 'two surfaces have the same id'
    });
  return out;
}

function surfaceProblems(surface: Surface, index: number): Problem[] {
  const path = `/surfaces/${index}`;
  const out: Problem[] = [];
  if (!findSpecies(surface.speciesId))
    out.push({
      path: `${path}/speciesId`,
      severity: 'stop',
      problem: `the species “${surface.speciesId}” is not in the table`
    });
  if (new Set(surface.faces.map((f) => f.id)).size < surface.faces.length)
    out.push({
      path: `${path}/faces`,
      severity: 'stop',
      problem: 'two faces have the same id'
    });
  const measured = measureSurface(surface);
  if (!measured.ok)
    out.push({
      path: `${path}/${measured.in}${measured.in === 'shape' ? '' : `/${measured.index ?? 0}`}`,
      severity: 'stop',
      problem: `${surface.name}: ${measured.problem}`
    });
  const areas = faceAreas(surface);
  surface.faces.forEach((f, i) => {
    const area = areas.get(f.id)?.plan;
    if (measured.ok && area && !area.ok && f.coats > 0)
      out.push({
        path: `${path}/faces/${i}`,
        severity: 'stop',
        problem: `${surface.name}, ${faceName(f.kind).toLowerCase()}: ${area.problem}`
      });
    if (f.reach === 'no' && f.coats > 0)
      out.push({
        path: `${path}/faces/${i}/coats`,
        severity: 'check',
        problem: `${surface.name}, ${faceName(f.kind).toLowerCase()} can’t be reached, and ${f.coats} ${f.coats === 1 ? 'coat is' : 'coats are'} planned on it.`
      });
    if (f.texture === 'weathered' && surface.weathered)
      out.push({
        path: `${path}/faces/${i}/texture`,
        severity: 'check',
        problem: 'Weathered is counted once, by the texture; the take-up for weathered wood is left out here.'
      });
  });
  return out;
}

const cardsProblems = (job: JobDocument): Problem[] =>
  job.products.flatMap((card, i) =>
    cardProblems(card).map((p): Problem => ({
      path: `/products/${i}${p.path}`,
      severity: 'stop',
      problem: `${card.name}: ${p.problem}`
    }))
  );

function finishProblems(job: JobDocument): Problem[] {
  const { finish } = job;
  if (!finish) return [{ path: '/finish', severity: 'stop', problem: 'Choose a product.' }];
  const card = finishCard(job);
  if (!card)
    return [
      {
        path: '/finish/productId',
        severity: 'stop',
        problem: `The card “${finish.productId}” is not in this job.`
      }
    ];
  const out: Problem[] = [];
  const stop = (path: string, problem: string) => out.push({ path, severity: 'stop', problem });
  const check = (path: string, problem: string) => out.push({ path, severity: 'check', problem });
  if (!card.settings.includes(job.site.setting))
    stop(
      '/finish/productId',
      `${card.name} is for ${card.settings.join(' and ')} work; this site is ${job.site.setting}.`
    );
  if (!card.colours.includes(finish.colour)) stop('/finish/colour', `${card.name} does not come in ${finish.colour}.`);
  if (!methodOf(card, finish.method))
    stop(
      '/finish/method',
      `${card.name} may not be laid by ${finish.method}. Allowed: ${card.methods.map((m) => m.method).join(', ')}.`
    );
  const coats = coatCount(job);
  if (card.limits.maxCoats && coats > card.limits.maxCoats)
    stop('/surfaces', `${card.name} takes at most ${card.limits.maxCoats} coats; ${coats} are planned.`);
  if (coats === 0 && job.surfaces.length) stop('/surfaces', 'No face wants a coat.');
  job.surfaces.forEach((s, i) => {
    if (!card.uses.includes(s.kind))
      stop(`/surfaces/${i}/kind`, `${card.name} is not for a ${s.kind.replaceAll('-', ' ')} (${s.name}).`);
    if (s.lastGrit > card.maxGrit)
      check(
        `/surfaces/${i}/lastGrit`,
        `${s.name} is sanded to ${s.lastGrit}; ${card.name} wants no finer than ${card.maxGrit}, or it will not soak in.`
      );
  });
  if (touchesFood(job) && card.foodContact === 'no claim')
    stop('/finish/productId', `${card.name} makes no claim for food contact.`);
  if (classTraits(card.class).cures === false && coats > 0)
    check('/finish', `${card.name} never hardens: it is renewed on a taper, and heat or hot water lifts it.`);
  for (const w of card.warnings) check('/finish', w);
  return out;
}
