import { describe, expect, it } from 'vitest';
import { floorJob, whole } from '../../tests/fixtures';
import { cellsOf, FIRST_PART, splitPart, type JobDocument } from '../core/document';
import type { Surface } from '../core/surface';
import { CELL_WORDS, cellSummary } from './cell-words';
import { cellName, layingName, partName, partTitles, pieceList, takenWords } from './part-words';
import { stationOf } from './station-address';

const doors = (units?: string[]): Surface => ({
  ...floorJob().surfaces[0]!,
  id: 'doors',
  name: 'Cell doors',
  kind: 'door',
  cutOuts: [],
  exits: [],
  shape: { type: 'door', widthM: 0.8, heightM: 2 },
  ...(units && { units }),
  faces: (['outside', 'inside', 'top-edge'] as const).map((kind) => ({
    id: kind,
    kind,
    texture: 'sanded',
    profile: 'flat',
    coats: 1
  }))
});
const UNITS = ['cell 1', 'cell 2', 'cell 3', 'cell 4'];
const job = (surfaces: Surface[] = [...floorJob().surfaces, doors(UNITS)]): JobDocument => ({
  ...whole(floorJob()),
  surfaces
});

describe('what a part is called', () => {
  it('by what it takes, until the crew has a name of its own for it; a job of one part by the job alone', () => {
    expect(partName(job(), FIRST_PART)).toBe('Reading room and Cell doors');
    expect(partTitles(job()).get(FIRST_PART)).toBe('Reading room floor');
    const inner = cellsOf(job()).filter((c) => c.face === 'inside');
    const split = splitPart(job(), inner, 'inner');
    expect(partName(split, 'inner')).toBe('Cell doors');
    split.parts[1]!.name = 'Inner sides';
    expect(partName(split, 'inner')).toBe('Inner sides');
    expect(partTitles(split).get('inner')).toBe('Reading room floor: Inner sides');
  });
  it('by its faces where another part has the same surface', () => {
    const d = job([doors(UNITS)]);
    const some = cellsOf(d).filter((c) => c.face === 'inside' && c.piece !== 'cell 4');
    const split = splitPart(d, some, 'inner');
    expect(partName(split, 'inner')).toBe('cell 1 to 3, inside');
    expect(partName(split, FIRST_PART)).toBe('Cell doors, the rest');
    const all = splitPart(
      d,
      cellsOf(d).filter((c) => c.face === 'inside'),
      'inner'
    );
    expect(partName(all, 'inner')).toBe('Cell doors, inside');
  });
  it('with nothing in it, it says so', () => expect(partName(job([]), FIRST_PART)).toBe('Nothing yet'));
  it('its stations have their addresses, the first part the short one', () => {
    expect(stationOf('j', FIRST_PART, 'work')).toBe('/jobs/j/work');
    expect(stationOf('j', 'inner', 'work')).toBe('/jobs/j/work?part=inner');
    expect(stationOf('j', 'inner')).toBe('/jobs/j?part=inner');
  });
});

describe('pieces in the fewest words', () => {
  it.each([
    [['cell 1', 'cell 2', 'cell 3'], 'cell 1 to 3'],
    [['cell 1', 'cell 2'], 'cell 1 and cell 2'],
    [['cell 1', 'cell 3', 'cell 4'], 'cell 1, cell 3 and cell 4'],
    [['porch'], 'porch'],
    [['12', '13', '14', '15'], '12 to 15'],
    [['a1', 'b2', 'c3', 'd4', 'e5', 'f6'], 'a1, b2, c3 and 3 more']
  ])('%j is %s', (pieces, words) => expect(pieceList(pieces)).toBe(words));
  it('with their faces, and with the surface where there are several', () => {
    const inside = { surface: 'doors', face: 'inside', pieces: ['cell 1', 'cell 2', 'cell 3'] };
    expect(takenWords(job(), [inside])).toBe('Cell doors, cell 1 to 3, inside');
    expect(takenWords(job([doors(UNITS)]), [inside])).toBe('cell 1 to 3, inside');
    expect(takenWords(job([doors(UNITS)]), [{ surface: 'doors', face: 'inside' }])).toBe('Cell doors, inside');
    expect(takenWords(job(), [{ surface: 'doors' }])).toBe('Cell doors');
  });
  it('faces of the same pieces are said together, others apart', () => {
    const of = (face: string, ...pieces: string[]) => ({ surface: 'doors', face, pieces });
    expect(takenWords(job([doors(UNITS)]), [of('outside', 'cell 1'), of('inside', 'cell 1')])).toBe(
      'cell 1, outside and inside'
    );
    expect(takenWords(job([doors(UNITS)]), [of('outside', 'cell 1'), of('inside', 'cell 4')])).toBe(
      'cell 1, outside; cell 4, inside'
    );
  });
  it('what a part split off is named as the whole is', () =>
    expect(cellName(job(), { surface: 'doors~2', face: 'top-edge', piece: 'cell 4' })).toBe(
      'Cell doors, cell 4, top edge'
    ));
});

describe('a face with its coats', () => {
  it('is told coat by coat', () =>
    expect(
      cellSummary('Cell 4, inside', {
        coats: [
          { number: 1, state: 'dry' },
          { number: 2, state: 'wet' }
        ]
      })
    ).toBe('Cell 4, inside: coat 1 dry, coat 2 oil on'));
  it('each state has a word of its own', () =>
    expect(new Set(Object.values(CELL_WORDS)).size).toBe(Object.keys(CELL_WORDS).length));
});

describe('what a laying went on', () => {
  const floor = { surfaces: [doors()] };
  it('is a bay by its number where the part has one face, else with the face; pieces by their names', () => {
    expect(layingName(floor, floor, { laying: 3, bay: true })).toBe('bay 3');
    const one = { surfaces: [{ ...doors(), faces: doors().faces.slice(0, 1) }] };
    const on = [{ surface: 'doors', face: one.surfaces[0]!.faces[0]!.id }];
    expect(layingName(floor, one, { laying: 3, on, bay: true })).toBe('bay 3');
    expect(layingName(floor, floor, { laying: 3, on, bay: true })).toMatch(/^bay 3 of Cell doors, /);
    expect(layingName(floor, floor, { laying: 3, on, bay: false })).toMatch(/^Cell doors, /);
  });
});
