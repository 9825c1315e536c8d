import type { Deadline } from '$core/site';
import type { JobLine } from '$lib/server/overview/rail';

/** One line of the board: what must happen on a job, and by when. */
export interface BoardRow {
  d: Deadline;
  line: JobLine;
}

/** A board that went on for ever would be read by nobody. */
const MOST_ROWS = 12;

/** What may never fall off the end: what burns, and a booking that broke, however far off, for somebody must be rung. */
const stays = ({ d }: BoardRow): boolean => d.urgent || d.kind === 'rags' || d.kind === 'booking unsafe';

const byUrgency = (a: Deadline, b: Deadline): number => Number(b.urgent) - Number(a.urgent) || a.atMs - b.atMs;

/**
 * The next deadlines across jobs: what burns first, then what is due first. A job shows its two most urgent, its rags and a
 * booking that broke. `more` counts what was left out.
 */
export function boardRows(lines: readonly JobLine[]): { rows: BoardRow[]; more: number } {
  const all = lines.flatMap((line) => {
    const own = line.deadlines
      .filter((d) => d.kind !== 'rags' && d.kind !== 'booking unsafe')
      .sort(byUrgency)
      .slice(0, 2);
    const always = line.deadlines.filter((d) => d.kind === 'rags' || d.kind === 'booking unsafe');
    return [...own, ...always].map((d): BoardRow => ({ d, line }));
  });
  all.sort((a, b) => byUrgency(a.d, b.d));
  let room = MOST_ROWS - all.filter(stays).length;
  const rows = all.filter((r) => stays(r) || room-- > 0);
  return { rows, more: all.length - rows.length };
}
