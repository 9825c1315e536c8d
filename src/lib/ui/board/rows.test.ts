import { describe, expect, it } from 'vitest';
import type { Deadline } from '$core/site';
import type { JobLine } from '$lib/server/overview/rail';
import { boardRows } from './rows';

const HOUR = 3_600_000;
const due = (kind: string, hours: number, urgent = false) => ({ kind, atMs: hours * HOUR, urgent }) as Deadline;
const line = (id: string, ...deadlines: Deadline[]) => ({ id, key: id, deadlines }) as JobLine;
const told = ({ rows }: ReturnType<typeof boardRows>) => rows.map((r) => `${r.line.id} ${r.d.kind}`);

describe('the board of Today', () => {
  it('puts what burns first, then what is due first, two of a job', () => {
    const board = boardRows([
      line('deck', due('recoat', 9), due('rain safe', 12), due('light use', 40)),
      line('floor', due('wipe', 1, true))
    ]);
    expect(told(board)).toEqual(['floor wipe', 'deck recoat', 'deck rain safe']);
    expect(board.more).toBe(0);
  });

  it('never cuts off a booking that broke, a rag or what burns, and counts what it leaves out', () => {
    const busy = Array.from({ length: 10 }, (_, i) => line(`job ${i}`, due('recoat', i), due('light use', 20 + i)));
    const board = boardRows([
      ...busy,
      line('far', due('recoat', 90), due('light use', 91), due('booking unsafe', 150), due('rags', 200))
    ]);
    expect(board.rows).toHaveLength(12);
    expect(told(board).slice(-2)).toEqual(['far booking unsafe', 'far rags']);
    expect(board.more).toBe(12);
    const burning = boardRows(Array.from({ length: 15 }, (_, i) => line(`job ${i}`, due('wipe', i, true))));
    expect(burning.rows).toHaveLength(15);
  });
});
