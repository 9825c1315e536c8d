import type { Surface } from '$core/surface';
import type { UnitSystem } from '$core/units';
import { saveText } from '../files/save-text';
import { DRAWING_LIMIT_BYTES, type Drawing, type FileProblem } from '$formats/outline/drawing';

export type ReadFile =
  | { kind: 'drawing'; drawing: Drawing }
  | { kind: 'take-off'; surfaces: Surface[] }
  | { kind: 'refused'; problems: FileProblem[] };

/** Reads an outline or a take-off by what its name says it is. The readers load when they are wanted. */
export async function readOutlineFile(file: File, units: UnitSystem, taken: ReadonlySet<string>): Promise<ReadFile> {
  const refuse = (problem: string): ReadFile => ({ kind: 'refused', problems: [{ problem }] });
  if (file.size > DRAWING_LIMIT_BYTES)
    return refuse(`The file holds ${Math.ceil(file.size / 1e6)} MB; at most 5 MB are read.`);
  const text = await file.text();
  const kind = /\.([a-z]+)$/i.exec(file.name)?.[1]?.toLowerCase();
  if (kind === 'csv') {
    const { readTakeOff } = await import('$formats/outline/take-off-csv');
    const r = readTakeOff(text, units, taken);
    return r.ok ? { kind: 'take-off', surfaces: r.surfaces } : { kind: 'refused', problems: r.problems };
  }
  const read =
    kind === 'dxf'
      ? (await import('$formats/outline/dxf')).readDxf
      : kind === 'svg'
        ? (await import('$formats/outline/svg')).readSvg
        : kind === 'json' || kind === 'geojson'
          ? (await import('$formats/outline/outline-json')).readOutlineJson
          : null;
  if (!read) return refuse(`“${file.name}” is no DXF, SVG, JSON or CSV file by its name.`);
  const r = read(text);
  return r.ok ? { kind: 'drawing', drawing: r.drawing } : { kind: 'refused', problems: r.problems };
}

export type ExportKind = 'svg' | 'dxf' | 'json' | 'csv';

/** Writes one surface's plan, or all surfaces as a take-off, and hands the file to the browser. */
export async function saveFile(
  kind: ExportKind,
  surface: Surface,
  all: readonly Surface[],
  title: string
): Promise<void> {
  const text = await written(kind, surface, all);
  if (text === null) return;
  const name = (kind === 'csv' ? title : surface.name).toLowerCase().replace(/[^a-z0-9]+/g, '-');
  saveText(`${name}.${kind}`, kind === 'svg' ? 'image/svg+xml' : 'text/plain', text);
}

async function written(kind: ExportKind, surface: Surface, all: readonly Surface[]): Promise<string | null> {
  if (kind === 'csv') return (await import('$formats/outline/take-off-csv')).writeTakeOff(all);
  const { measureSurface } = await import('$core/surface');
  const { planDrawing } = await import('$formats/outline/drawing');
  const measured = measureSurface(surface);
  const plan = measured.ok ? planDrawing(surface, measured) : null;
  if (!plan) return null;
  if (kind === 'svg') return (await import('$formats/outline/svg')).writeSvg(plan);
  if (kind === 'dxf') return (await import('$formats/outline/dxf')).writeDxf(plan);
  return (await import('$formats/outline/outline-json')).writeOutlineJson(plan);
}
