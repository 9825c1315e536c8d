import { isHidden, lifeRow, type Face, type Living, type Surface } from '../surface';
import type { PartJob } from './part-job';

/** Whether a face will live outdoors: as it says, else as the place it is worked at. */
export const livesOutdoors = ({ site }: Pick<PartJob, 'site'>, { life }: Pick<Face, 'life'>): boolean =>
  life ? lifeRow(life).outdoors : site.setting === 'outdoor';

const coated = (surface: Surface): Face[] => surface.faces.filter((f) => f.coats > 0);

/** Whether any coated face will live outdoors: the wood must stand what that one stands. */
export const anyOutdoors = (job: PartJob, surfaces: readonly Surface[] = job.surfaces): boolean =>
  settingsOf({ ...job, surfaces: [...surfaces] }).has('outdoor');

/** Where the coated faces of a part will live: its finish must be made for each. */
export function settingsOf(job: PartJob): Set<PartJob['site']['setting']> {
  const faces = job.surfaces.flatMap(coated);
  return new Set(faces.length ? faces.map((f) => (livesOutdoors(job, f) ? 'outdoor' : 'indoor')) : [job.site.setting]);
}

/** How a surface will live, by each of its coated faces that is seen; by all of them where none is. Indoors the sun is 1. */
export function livesOf(job: PartJob, surface: Surface): (Living & { outdoors: boolean })[] {
  const faces = coated(surface);
  const seen = faces.filter((f) => !isHidden(f.kind) && f.reach !== 'no');
  const living = surface.look?.living ?? job.living;
  return (seen.length ? seen : faces.length ? faces : surface.faces).map((f) => {
    const outdoors = livesOutdoors(job, f);
    return { ...living, outdoors, sun: outdoors ? ((f.life && lifeRow(f.life).sun) ?? living.sun) : 1 };
  });
}
