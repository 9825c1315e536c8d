import { cardProblems, classTraits, methodOf } from '../product';
import {
  bySize,
  faceAreas,
  faceName,
  kindRow,
  measureSurface,
  namedList,
  sizeProblems,
  stillToMeasure,
  type Surface
} from '../surface';
import { findSpecies, speciesTable, UNKNOWN_SPECIES } from '../wood';
import { isCalendarDate, isTimeZone, WEEKDAYS } from '../calendar';
import { cardOf, coatCount, coatSpec, coatSpecs, coatsOnFace, topCard, type CoatSpec } from './coat-specs';
import { settingsOf } from './life';
import { FIRST_PART } from '../keyed';
import type { PartJob } from './part-job';
import type { Place } from '../place';
import type { JobDocument, Site } from './schema';

/** Something that stops a plan or needs a look: where it is, what is wrong, what cures it. */
export interface Problem {
  path: string;
  severity: 'stop' | 'check';
  problem: string;
}

/** Whether food touches any of it. */
export const touchesFood = (job: Pick<PartJob, 'usedForFood' | 'surfaces'>): boolean =>
  job.usedForFood || job.surfaces.some((s) => s.look?.food);

const NOTHING_TO_OIL: Problem = {
  path: '/surfaces',
  severity: 'check',
  problem: 'there is no surface yet: say what is to be oiled, and measure it'
};

/** What is wrong with a job beyond its shape, in the order of the stations. */
export function jobProblems(job: PartJob): Problem[] {
  return [
    ...zoneProblems(job.site, '/site'),
    ...hoursProblems(job.site, '/site'),
    ...(job.surfaces.length ? [] : [NOTHING_TO_OIL]),
    ...job.surfaces.flatMap(surfaceProblems),
    ...job.surfaces.flatMap(unknowns),
    ...lyingApart(job),
    ...cardsProblems(job),
    ...finishProblems(job)
  ];
}

/** What stops a job at the border: these make a document impossible, not merely unwise. */
export const blockingProblems = (job: JobDocument): Problem[] =>
  [
    ...zoneProblems(job.site, '/site'),
    ...job.places.flatMap((p, i) => hoursProblems(p, `/places/${i}`)),
    ...job.surfaces.flatMap(surfaceProblems),
    ...cardsProblems(job),
    ...doubledIds(job),
    ...partsProblems(job),
    ...job.parts.flatMap((p, i) => missingCards(p, job.products, `/parts/${i}`))
  ].filter((p) => p.severity === 'stop');

const zoneProblems = ({ timeZone }: Pick<Site, 'timeZone'>, path: string): Problem[] =>
  isTimeZone(timeZone)
    ? []
    : [
        {
          path: `${path}/timeZone`,
          severity: 'stop',
          problem: `“${timeZone}” is not a time zone; use a name like Europe/London`
        }
      ];

/** Hours and closures of a place that end before they begin, or lie on no day. */
function hoursProblems({ workingHours, closures }: Pick<Place, 'workingHours' | 'closures'>, path: string): Problem[] {
  const out: Problem[] = [];
  const stop = (at: string, problem: string) => out.push({ path: `${path}/${at}`, severity: 'stop', problem });
  for (const d of WEEKDAYS) {
    const h = workingHours[d];
    if (h && h.to <= h.from) stop(`workingHours/${d}`, `ends at ${h.to}, not after its start ${h.from}`);
  }
  closures?.forEach((c, i) => {
    const local = 'fromLocal' in c ? Object.entries({ fromLocal: c.fromLocal, toLocal: c.toLocal }) : [];
    for (const [field, at] of local)
      if (!isCalendarDate(at.slice(0, 10))) stop(`closures/${i}/${field}`, `“${at}” is no day of the calendar`);
    const [from, to] = 'days' in c ? [c.from ?? '00:00', c.to ?? '24:00'] : [c.fromLocal, c.toLocal];
    if (to <= from) stop(`closures/${i}`, `“${c.reason}” ends at ${to}, not after its start ${from}`);
  });
  return out;
}

/** Parts that name what the job does not have, or take nothing. */
function partsProblems({ parts, places, surfaces }: JobDocument): Problem[] {
  const out: Problem[] = [];
  const stop = (path: string, problem: string) => out.push({ path, severity: 'stop', problem });
  const tags = new Map(surfaces.map((s) => [s.id, new Set(s.units)]));
  parts.forEach((part, i) => {
    const path = `/parts/${i}`;
    if (!places.some((p) => p.id === part.placeId))
      stop(`${path}/placeId`, `the place “${part.placeId}” is not in this job`);
    if ((i === 0) !== (part.id === FIRST_PART))
      stop(`${path}/id`, `the first part, and no other, has the id “${FIRST_PART}”`);
    if (i === 0 && part.takes.length)
      stop(`${path}/takes`, 'the first part takes what no other takes: it names nothing itself');
    if (i > 0 && part.takes.length === 0)
      stop(`${path}/takes`, 'takes nothing; a part after the first names its faces');
    part.moves?.forEach((m, k) => {
      if (!places.some((p) => p.id === m.placeId))
        stop(`${path}/moves/${k}/placeId`, `the place “${m.placeId}” is not in this job`);
      if (k > 0 && m.before <= part.moves![k - 1]!.before)
        stop(`${path}/moves/${k}/before`, `coat ${m.before} does not come after coat ${part.moves![k - 1]!.before}`);
    });
    if (part.after && !parts.some((p) => p.id === part.after!.part))
      stop(`${path}/after/part`, `the part “${part.after.part}” is not in this job`);
    if (waitsForItself(parts, part)) stop(`${path}/after/part`, 'waits, in the end, for itself');
    part.takes.forEach((t, k) => {
      const at = `${path}/takes/${k}`;
      const surface = surfaces.find((s) => s.id === t.surface);
      if (!surface) return stop(`${at}/surface`, `the surface “${t.surface}” is not in this job`);
      if (t.face !== undefined && !surface.faces.some((f) => f.id === t.face))
        stop(`${at}/face`, `${surface.name} has no face “${t.face}”`);
      const units = tags.get(surface.id)!;
      for (const piece of t.pieces ?? [])
        if (!units.has(piece)) stop(`${at}/pieces`, `${surface.name} has no piece “${piece}”`);
    });
  });
  return out;
}

/** Whether a part waits for one that waits for it. */
function waitsForItself(parts: JobDocument['parts'], part: JobDocument['parts'][number]): boolean {
  const seen = new Set<string>();
  for (let next = part.after?.part; next !== undefined; next = parts.find((p) => p.id === next)?.after?.part) {
    if (next === part.id) return true;
    if (seen.has(next)) return false;
    seen.add(next);
  }
  return false;
}

function surfaceProblems(surface: Surface, index: number): Problem[] {
  const path = `/surfaces/${index}`;
  const out: Problem[] = [];
  if (!findSpecies(surface.speciesId))
    out.push({
      path: `${path}/speciesId`,
      severity: 'stop',
      problem: `the species “${surface.speciesId}” is not in the table; must be one of: ${speciesTable.map((s) => s.id).join(', ')}`
    });
  if (new Set(surface.faces.map((f) => f.id)).size < surface.faces.length)
    out.push({
      path: `${path}/faces`,
      severity: 'stop',
      problem: 'two faces have the same id'
    });
  for (const p of sizeProblems(surface))
    out.push({ path: `${path}${p.path}`, severity: 'stop', problem: `${surface.name}: ${p.problem}` });
  const each = bySize(surface).map((s) => [s, measureSurface(s)] as const);
  for (const [s, m] of each)
    if (!m.ok && !m.missing)
      out.push({
        path: `${path}/${m.in}${m.in === 'shape' ? '' : `/${m.index ?? 0}`}`,
        severity: 'stop',
        problem: `${surface.name}${s.shape === surface.shape ? '' : `, ${namedList(s.units ?? [], 3)}`}: ${m.problem}`
      });
  const measured = each.every(([, m]) => m.ok);
  const areas = faceAreas(surface);
  surface.faces.forEach((f, i) => {
    const area = areas.get(f.id)?.plan;
    if (measured && area && !area.ok && !area.unmeasured && f.coats > 0)
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

/** What nobody has looked at or measured yet: it may be kept so, but nothing is promised on it. */
function unknowns(surface: Surface, index: number): Problem[] {
  const path = `/surfaces/${index}`;
  const missing = stillToMeasure(surface);
  return [
    ...(surface.speciesId === UNKNOWN_SPECIES
      ? [
          {
            path: `${path}/speciesId`,
            severity: 'stop' as const,
            problem: `${surface.name}: the wood is not known yet. Say it on Look.`
          }
        ]
      : []),
    ...(missing.length
      ? [
          {
            path: `${path}/shape`,
            severity: 'stop' as const,
            problem: `${surface.name}: ${namedList(missing)} not measured yet.`
          }
        ]
      : [])
  ];
}

/** Faces of one part that say they lie so differently outdoors that one hour is not the same to all of them. */
function lyingApart({ site, surfaces }: PartJob): Problem[] {
  if (site.setting !== 'outdoor') return [];
  const lying = surfaces.flatMap((s, i) =>
    s.faces.flatMap((f, k) =>
      f.coats > 0 && f.lies
        ? [{ at: `/surfaces/${i}/faces/${k}/lies`, name: `${s.name}, ${faceName(f.kind).toLowerCase()}`, lies: f.lies }]
        : []
    )
  );
  const [first] = lying;
  const apart = lying.find((l) => Math.abs(l.lies.tiltDeg - first!.lies.tiltDeg) > ALIKE_DEG);
  return apart
    ? [
        {
          path: apart.at,
          severity: 'check',
          problem: `${apart.name}, lies otherwise than ${first!.name}: sun and dew meet them differently. Make them parts of their own.`
        }
      ]
    : [];
}

/** Two slopes that sun and dew meet alike. */
const ALIKE_DEG = 20;

/** Ids that stand twice where each must tell one thing. */
function doubledIds(job: JobDocument): Problem[] {
  const lists: [path: string, what: string, ids: readonly string[]][] = [
    ['/products', 'cards', job.products.map((c) => c.id)],
    ['/samples', 'sample boards', (job.samples ?? []).map((s) => s.id)],
    ['/surfaces', 'surfaces', job.surfaces.map((s) => s.id)],
    ['/places', 'places', job.places.map((p) => p.id)],
    ['/parts', 'parts', job.parts.map((p) => p.id)],
    ...job.parts.map((p, i): [string, string, string[]] => [
      `/parts/${i}/compared`,
      'compared systems',
      (p.compared ?? []).map((s) => s.id)
    ]),
    ...job.surfaces.flatMap((s, i): [string, string, string[]][] => [
      [`/surfaces/${i}/cutOuts`, 'cut-outs', (s.cutOuts ?? []).map((c) => c.id)],
      [`/surfaces/${i}/exits`, 'exits', (s.exits ?? []).map((e) => e.id)]
    ]),
    ...job.products.map((c, i): [string, string, string[]] => [
      `/products/${i}/packs`,
      'packs',
      c.packs.map((p) => p.id)
    ])
  ];
  return lists
    .filter(([, , ids]) => new Set(ids).size < ids.length)
    .map(([path, what]) => ({ path, severity: 'stop', problem: `two ${what} have the same id` }));
}

/** Cards a part's finish names that are not in the job: nothing could be computed of its coats. */
function missingCards({ finish }: Pick<PartJob, 'finish'>, products: JobDocument['products'], at: string): Problem[] {
  if (!finish) return [];
  const held = new Set(products.map((c) => c.id));
  const named: [path: string, id: string][] = [
    [`${at}/finish/productId`, finish.productId],
    ...(finish.coats ?? []).map((c, i): [string, string] => [`${at}/finish/coats/${i}/productId`, c.productId])
  ];
  return named
    .filter(([, id]) => !held.has(id))
    .map(([path, id]) => ({ path, severity: 'stop', problem: `the card “${id}” is not in this job` }));
}

const cardsProblems = (job: Pick<JobDocument, 'products'>): Problem[] =>
  job.products.flatMap((card, i) =>
    cardProblems(card).map((p): Problem => ({
      path: `/products/${i}${p.path}`,
      severity: 'stop',
      problem: `${card.name}: ${p.problem}`
    }))
  );

function finishProblems(job: PartJob): Problem[] {
  const { finish } = job;
  if (!finish) return [{ path: '/finish', severity: 'stop', problem: 'Choose a product.' }];
  const out: Problem[] = [];
  const specs = coatSpecs(job);
  const laid = specs.length ? specs : [coatSpec(finish, 1)];
  const seen = new Set<string>();
  for (const spec of laid) {
    const path = finish.coats ? `/finish/coats/${spec.number - 1}` : '/finish';
    for (const p of specProblems(job, spec, path)) {
      if (seen.has(p.problem)) continue;
      seen.add(p.problem);
      out.push(p);
    }
  }
  if (specs.length === 0 && job.surfaces.length)
    out.push({ path: '/surfaces', severity: 'stop', problem: 'No face wants a coat.' });
  const top = topCard(job);
  if (top && touchesFood(job) && top.foodContact === 'no claim')
    out.push({
      path: finish.coats ? `/finish/coats/${laid.length - 1}/productId` : '/finish/productId',
      severity: 'stop',
      problem: `${top.name} makes no claim for food contact.`
    });
  return out;
}

/** What speaks against one coat: place, kind of surface, colour, method, grit, number of coats. */
function specProblems(job: PartJob, spec: CoatSpec, path: string): Problem[] {
  const card = cardOf(job, spec.productId);
  const out: Problem[] = [];
  const stop = (at: string, problem: string) => out.push({ path: at, severity: 'stop', problem });
  const check = (at: string, problem: string) => out.push({ path: at, severity: 'check', problem });
  if (!card) {
    stop(`${path}/productId`, `The card “${spec.productId}” is not in this job.`);
    return out;
  }
  for (const setting of settingsOf(job))
    if (!card.settings.includes(setting))
      stop(`${path}/productId`, `${card.name} is for ${card.settings.join(' and ')} wood; this is ${setting}.`);
  if (!card.colours.includes(spec.colour)) stop(`${path}/colour`, `${card.name} does not come in ${spec.colour}.`);
  if (!methodOf(card, spec.method))
    stop(
      `${path}/method`,
      `${card.name} may not be laid by ${spec.method}. Allowed: ${card.methods.map((m) => m.method).join(', ')}.`
    );
  const max = methodOf(card, spec.method)?.dwellMaxMinutes;
  if (spec.dwellMinutes !== undefined && max !== undefined && spec.dwellMinutes > max)
    stop(`${path}/dwellMinutes`, `${card.name} must be wiped within ${max} min; ${spec.dwellMinutes} min are planned.`);
  job.surfaces.forEach((s, i) => {
    const faces = s.faces.filter((f) => f.coats > 0 && coatsOnFace(job.finish, s, f).includes(spec.number));
    if (faces.length === 0 && coatCount(job) > 0) return;
    if (!card.uses.includes(s.kind))
      stop(`/surfaces/${i}/kind`, `${card.name} is not for a ${kindRow(s.kind).noun} (${s.name}).`);
    if (s.lastGrit > card.maxGrit && spec.number === 1)
      check(
        `/surfaces/${i}/lastGrit`,
        `${s.name} is sanded to ${s.lastGrit}; ${card.name} wants no finer than ${card.maxGrit}, or it will not soak in.`
      );
    const most = card.limits.maxCoats;
    const own = faces.reduce((n, f) => {
      const numbers = coatsOnFace(job.finish, s, f);
      return Math.max(n, numbers.filter((k) => coatSpec(job.finish!, k).productId === card.id).length);
    }, 0);
    if (most && own > most) stop('/surfaces', `${card.name} takes at most ${most} coats; ${own} are planned.`);
  });
  if (classTraits(card.class).cures === false && coatCount(job) > 0)
    check(path, `${card.name} never hardens: it is renewed on a taper, and heat or hot water lifts it.`);
  for (const w of card.warnings) check(path, w);
  return out;
}
