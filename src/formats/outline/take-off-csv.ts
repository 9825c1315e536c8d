import { RESERVED_NAMES } from '../../core/keyed';
import Papa from 'papaparse';
import {
  bySize,
  FACE_KINDS,
  faceName,
  measureSurface,
  newFace,
  parseWalk,
  SURFACE_KINDS,
  unitCount,
  usualFaces,
  walkText,
  type Face,
  type FaceKind,
  type Shape,
  type Surface,
  type SurfaceKind
} from '../../core/surface';
import { parseArea, parseLength, type UnitSystem } from '../../core/units';
import { findSpecies, speciesTable, UNKNOWN_SPECIES } from '../../core/wood';
import { newestKind } from '../lift-kinds';
import { OLD_KINDS } from '../schema/job-1-schema';
import type { FileProblem } from './drawing';

/** Columns of a take-off, in the order they are written. Only name, kind and a size must be there. */
export const TAKE_OFF_COLUMNS = [
  'name',
  'kind',
  'species',
  'shape',
  'length',
  'width',
  'walk',
  'area',
  'thickness',
  'board',
  'gap',
  'grit',
  'tags',
  'divided',
  'faces'
] as const;
type Column = (typeof TAKE_OFF_COLUMNS)[number];

export type ReadTakeOff = { ok: true; surfaces: Surface[] } | { ok: false; problems: FileProblem[] };

const LIMIT_BYTES = 1_000_000;
const MOST_ROWS = 60;

/**
 * Reads a take-off: one surface a row, lengths as they would be typed. Every wrong cell is named with its line and column;
 * nothing is taken unless all is right. `taken` are ids already used.
 */
export function readTakeOff(text: string, system: UnitSystem, taken: ReadonlySet<string> = new Set()): ReadTakeOff {
  if (text.length > LIMIT_BYTES) return { ok: false, problems: [{ problem: 'A take-off is at most 1 MB.' }] };
  const parsed = Papa.parse<{ readonly [column: string]: string }>(text.replace(/^\uFEFF/, ''), {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (h) => h.trim().toLowerCase(),
    transform: (v) => v.trim()
  });
  const fields = parsed.meta.fields ?? [];
  const problems: FileProblem[] = [];
  const say = (line: number, problem: string) => problems.push({ line, problem });
  for (const must of ['name', 'kind'] as const)
    if (!fields.includes(must))
      say(1, `The column “${must}” is missing. The columns are: ${TAKE_OFF_COLUMNS.join(', ')}.`);
  for (const f of fields)
    if (f && !(TAKE_OFF_COLUMNS as readonly string[]).includes(f)) say(1, `“${f}” is no column of a take-off.`);
  for (const e of parsed.errors) if (e.code !== 'UndetectableDelimiter') say((e.row ?? 0) + 2, `${e.message}.`);
  if (parsed.data.length > MOST_ROWS)
    say(MOST_ROWS + 2, `A job holds ${MOST_ROWS} surfaces; this file has ${parsed.data.length}.`);
  if (parsed.data.length === 0) say(2, 'There is no surface in this file.');
  if (problems.length) return { ok: false, problems };
  const ids = new Set(taken);
  const surfaces = parsed.data.map((row, i) =>
    rowSurface(row as Partial<Record<Column, string>>, i + 2, system, ids, say)
  );
  return problems.length ? { ok: false, problems } : { ok: true, surfaces: surfaces as Surface[] };
}

function rowSurface(
  row: Partial<Record<Column, string>>,
  line: number,
  system: UnitSystem,
  ids: Set<string>,
  say: (line: number, problem: string) => void
): Surface | null {
  const bad = (column: Column, problem: string) => {
    say(line, `${column}: ${problem}`);
    return null;
  };
  const name = row.name || bad('name', 'is empty.');
  const kind = kindOf(row.kind ?? '');
  if (!kind) bad('kind', `“${row.kind ?? ''}” is none of ${SURFACE_KINDS.join(', ')}.`);
  const speciesId = speciesIdOf(row.species);
  if (!speciesId) bad('species', `“${row.species}” is not in the table of species.`);
  const size = (column: Column, missing: number): number => {
    if (!row[column]) return missing;
    const r = parseLength(row[column]!, system);
    if (!r.ok) bad(column, r.problem);
    return r.ok ? r.value : missing;
  };
  const shape = rowShape(row, system, bad);
  const grit = row.grit ? Number(row.grit.replace(/^p/i, '')) : 120;
  if (!Number.isInteger(grit) || grit < 24 || grit > 2000) bad('grit', `“${row.grit}” is no grit from 24 to 2000.`);
  const thicknessM = size('thickness', 0);
  const board = size('board', 0);
  const gap = size('gap', 0);
  const tags = (row.tags ?? '')
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean);
  const divided = row.divided === 'yes';
  if (row.divided && !['yes', 'no'].includes(row.divided)) bad('divided', `“${row.divided}” is neither yes nor no.`);
  const faces = rowFaces(row.faces, kind ?? 'floor', system, bad);
  if (!name || !kind || !speciesId || !shape || !faces) return null;
  const surface: Surface = {
    id: freshId(name, ids),
    name: name.slice(0, 80),
    kind,
    speciesId,
    thicknessM,
    lastGrit: grit,
    waterPopped: false,
    weathered: false,
    shape,
    ...(board > 0 && { boards: { widthM: board, gapM: gap } }),
    ...(tags.length > 0 && { units: tags }),
    ...(tags.length > 0 && divided && { dividedInto: tags.length }),
    faces
  };
  const measured = measureSurface(surface);
  if (!measured.ok) bad(shape.type === 'walls' ? 'walk' : 'shape', measured.problem);
  return surface;
}

/** A kind by its word, as a list may write it; older words count. */
function kindOf(text: string): SurfaceKind | undefined {
  const word = text.toLowerCase().replaceAll(' ', '-');
  const known = [...SURFACE_KINDS, ...OLD_KINDS].find((k) => k === word);
  return known && newestKind(known);
}

function speciesIdOf(text: string | undefined): string | undefined {
  if (!text) return UNKNOWN_SPECIES;
  const t = text.toLowerCase();
  return (
    findSpecies(t)?.id ?? speciesTable.find((s) => s.name.toLowerCase() === t || s.botanical.toLowerCase() === t)?.id
  );
}

function rowShape(
  row: Partial<Record<Column, string>>,
  system: UnitSystem,
  bad: (c: Column, problem: string) => null
): Shape | null {
  if (row.walk) {
    const w = parseWalk(row.walk, system);
    return w.ok ? { type: 'walls', walls: w.walls } : bad('walk', w.problem);
  }
  const length = row.length ? parseLength(row.length, system) : null;
  const width = row.width ? parseLength(row.width, system) : null;
  if (length && !length.ok) return bad('length', length.problem);
  if (width && !width.ok) return bad('width', width.problem);
  if (row.shape === 'circle')
    return length?.ok
      ? { type: 'circle', diameterM: length.value }
      : bad('length', 'a circle needs its diameter here.');
  if (length?.ok && width?.ok)
    return row.shape === 'door'
      ? { type: 'door', widthM: width.value, heightM: length.value }
      : { type: 'rectangle', lengthM: length.value, widthM: width.value };
  if (row.area) {
    const a = parseArea(row.area, system);
    return a.ok ? { type: 'area', areaM2: a.value } : bad('area', a.problem);
  }
  return bad('length', 'give length and width, a wall walk, or an area.');
}

function rowFaces(
  text: string | undefined,
  kind: SurfaceKind,
  system: UnitSystem,
  bad: (c: Column, problem: string) => null
) {
  if (!text) return usualFaces(kind).map((k, i) => newFace(k, i === 0 ? 2 : 1));
  const kinds = new Map<string, FaceKind>(FACE_KINDS.map((k) => [faceName(k).toLowerCase(), k]));
  const out = [];
  for (const part of text
    .split(';')
    .map((t) => t.trim())
    .filter(Boolean)) {
    const m = /^(.*?)\s+(\d{1,2})(\s+whole)?(?:\s+of\s+(.+))?$/.exec(part);
    const face = m && (kinds.get(m[1]!.toLowerCase()) ?? FACE_KINDS.find((k) => k === m[1]!.toLowerCase()));
    if (!m || !face || Number(m[2]) > 12)
      return bad('faces', `“${part}” is not a face and its coats, like “top 2”, or “treads 2 of 2.19 m²”.`);
    const area = m[4] === undefined ? null : parseArea(m[4], system);
    if (area && !area.ok) return bad('faces', `“${part}”: ${area.problem}`);
    out.push({
      ...newFace(face, Number(m[2])),
      ...(m[3] && { whole: true as const }),
      ...(area && { areaM2: area.value })
    });
  }
  return out;
}

function freshId(name: string, ids: Set<string>): string {
  const base =
    name
      .toLowerCase()
      .replace(/[^a-z0-9]+/g, '-')
      .replace(/^-+|-+$/g, '')
      .slice(0, 34) || 'surface';
  let id = base;
  for (let n = 2; ids.has(id) || RESERVED_NAMES.includes(id); n++) id = `${base}-${n}`;
  ids.add(id);
  return id;
}

const m2 = (area: number) => `${Number(area.toFixed(4))} m²`;
const inMm = (m: number) => `${Number((m * 1000).toFixed(1))} mm`;

/** Writes surfaces as a take-off in metric. Shapes that are no outline are written by their area. */
export function writeTakeOff(surfaces: readonly Surface[]): string {
  return (
    Papa.unparse(
      {
        fields: [...TAKE_OFF_COLUMNS],
        data: surfaces.flatMap(bySize).map((s) => TAKE_OFF_COLUMNS.map((c) => cells(s)[c] ?? ''))
      },
      { escapeFormulae: true, newline: '\n' }
    ) + '\n'
  );
}

function cells(s: Surface): Partial<Record<Column, string>> {
  const measured = measureSurface(s);
  const plain = !s.cutOuts?.length;
  const area = measured.ok ? m2(measured.areaM2) : '';
  const size = (): Partial<Record<Column, string>> => {
    if (!measured.ok) return {};
    if (s.shape.type === 'rectangle' && plain) return { length: inMm(s.shape.lengthM), width: inMm(s.shape.widthM) };
    if (s.shape.type === 'door' && plain) return { length: inMm(s.shape.heightM), width: inMm(s.shape.widthM) };
    if (s.shape.type === 'circle' && plain) return { length: inMm(s.shape.diameterM) };
    if (s.shape.type === 'walls' && plain && s.shape.walls.every((w) => !w.bowM))
      return { walk: walkText(s.shape.walls, 'metric') };
    return {};
  };
  const held = size();
  /** A shape that the row does not hold can't give its faces their areas: each says its own, as one that was typed. */
  const areaWords = (f: Face): string => {
    const part = measured.ok && Object.keys(held).length === 0 ? measured.parts[f.kind] : undefined;
    const areaM2 = f.areaM2 ?? (part?.ok ? part.areaM2 : undefined);
    return areaM2 === undefined ? '' : ` of ${m2(areaM2)}`;
  };
  return {
    name: s.name,
    kind: s.kind,
    species: s.speciesId,
    shape: s.shape.type,
    ...held,
    area,
    thickness: s.thicknessM > 0 ? inMm(s.thicknessM) : '',
    ...(s.boards && { board: inMm(s.boards.widthM), gap: s.boards.gapM ? inMm(s.boards.gapM) : '' }),
    grit: String(s.lastGrit),
    ...(unitCount(s) > 1 && { tags: s.units!.join('; ') }),
    ...(s.dividedInto !== undefined && { divided: 'yes' }),
    faces: s.faces
      .map((f) => `${faceName(f.kind).toLowerCase()} ${f.coats}${f.whole ? ' whole' : ''}${areaWords(f)}`)
      .join('; ')
  };
}
