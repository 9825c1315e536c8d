import Papa from 'papaparse';
import { cellText, textCell } from './csv-cells';
import { CARD_FIELDS, cardValue, withCardValue, type CardField, type ProductCard } from '../core/product';
import { newestCard } from './lift-kinds';
import { productCard } from './validate/gen/productCard.gen.js';
import { check } from './validate/validate';

export const SHELF_LIMIT_BYTES = 2_000_000;

/** What is wrong with a shelf file: the line, the column, the reason. */
export interface ShelfProblem {
  line?: number;
  field?: string;
  problem: string;
}

export type ReadShelf = { ok: true; cards: ProductCard[] } | { ok: false; problems: ShelfProblem[] };

/** One field of a card as a cell. Lists are joined with semicolons, tables are JSON. */
function cell(field: CardField, value: unknown): string {
  if (value === undefined) return '';
  if (field.kind === 'list') return textCell((value as string[]).join('; '));
  if (field.kind === 'table') return JSON.stringify(value);
  if (field.kind === 'yes or no') return value ? 'yes' : 'no';
  return typeof value === 'string' ? textCell(value) : String(value);
}

/** The whole shelf as CSV: one card a line, one column a field of CARD_FIELDS. */
export const writeShelf = (cards: readonly ProductCard[]): string =>
  Papa.unparse(
    {
      fields: CARD_FIELDS.map((f) => f.path),
      data: cards.map((c) => CARD_FIELDS.map((f) => cell(f, cardValue(c, f.path))))
    },
    { newline: '\r\n' }
  ) + '\r\n';

type Read = { ok: true; value: unknown } | { ok: false; problem: string };

function readCell(field: CardField, text: string): Read {
  const t = text.trim();
  if (t === '') return { ok: true, value: field.kind === 'list' && !field.optional ? [] : undefined };
  switch (field.kind) {
    case 'number':
    case 'whole number': {
      const n = Number(t);
      return Number.isFinite(n) ? { ok: true, value: n } : { ok: false, problem: `“${t}” is not a number` };
    }
    case 'yes or no':
      return /^(yes|no|true|false)$/i.test(t)
        ? { ok: true, value: /^(yes|true)$/i.test(t) }
        : { ok: false, problem: `“${t}” must be yes or no` };
    case 'list':
      return {
        ok: true,
        value: cellText(t)
          .split(';')
          .map((x) => x.trim())
          .filter(Boolean)
      };
    case 'table':
      try {
        return { ok: true, value: JSON.parse(t) as unknown };
      } catch {
        return { ok: false, problem: 'is not JSON, as tables in a cell are kept' };
      }
    default:
      return { ok: true, value: cellText(t) };
  }
}

/** Reads a shelf from CSV with a heading line. Columns may stand in any order; unknown ones are refused by name. */
export function readShelfCsv(text: string): ReadShelf {
  const parsed = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy' });
  const [head, ...rows] = parsed.data;
  if (!head || rows.length === 0) return { ok: false, problems: [{ problem: 'The file holds no card.' }] };
  const fields = head.map((h) => CARD_FIELDS.find((f) => f.path === h.trim()));
  const unknown = head.filter((_, i) => !fields[i]);
  if (unknown.length)
    return { ok: false, problems: unknown.map((u) => ({ line: 1, problem: `“${u}” is not a field of a card` })) };
  const cards: ProductCard[] = [];
  const problems: ShelfProblem[] = [];
  rows.forEach((row, r) => {
    const line = r + 2;
    let card: unknown = {};
    fields.forEach((f, i) => {
      const read = readCell(f!, row[i] ?? '');
      if (!read.ok) problems.push({ line, field: f!.path, problem: read.problem });
      else if (read.value !== undefined) card = withCardValue(card, f!.path, read.value);
    });
    // Lists that may be empty are lists all the same.
    if (cardValue(card, 'warnings') === undefined) card = { ...(card as object), warnings: [] };
    take(card, cards, problems, line);
  });
  return problems.length ? { ok: false, problems } : { ok: true, cards };
}

function take(card: unknown, cards: ProductCard[], problems: ShelfProblem[], line?: number): void {
  const checked = check<ProductCard>(productCard, newestCard(card));
  if (checked.ok) cards.push(checked.value);
  else
    problems.push(
      ...checked.problems.map((p) => ({
        ...(line !== undefined && { line }),
        field: p.path.slice(1).replaceAll('/', '.'),
        problem: p.problem
      }))
    );
}

/** Reads one card, or a list of cards, from JSON. */
export function readShelfJson(text: string): ReadShelf {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (e) {
    return { ok: false, problems: [{ problem: `This is not JSON: ${(e as Error).message}` }] };
  }
  const list = Array.isArray(data) ? data : [data];
  const cards: ProductCard[] = [];
  const problems: ShelfProblem[] = [];
  list.forEach((c, i) => {
    const own: ShelfProblem[] = [];
    take(c, cards, own);
    problems.push(...own.map((p) => (list.length > 1 ? { ...p, field: `card ${i + 1}, ${p.field ?? ''}` } : p)));
  });
  return problems.length ? { ok: false, problems } : { ok: true, cards };
}
