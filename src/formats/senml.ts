import type { Checked, FieldProblem } from './validate/validate';

/** One resolved SenML record (RFC 8428): its full name, unit, value and instant. */
export interface SenmlRecord {
  name: string;
  unit: string;
  value: number;
  atMs: number;
}

/** Most records a pack may hold. */
export const MOST_RECORDS = 2000;
/** Times below this are seconds from now (RFC 8428, 4.5.3). */
const RELATIVE_BELOW = 2 ** 28;

interface Base {
  bn: string;
  bt: number;
  bu: string;
  bv: number;
}

/** A record as it may come: the fields RFC 8428 names, of any type. */
type Raw = { readonly [field in keyof Base | 'n' | 'u' | 'v' | 't']?: unknown };

const isNumber = (v: unknown): v is number => typeof v === 'number' && Number.isFinite(v);

/**
 * Resolves a SenML pack: base fields carry on to the records after them, times are seconds, relative ones count from now.
 * Records without a numeric value (strings, booleans, sums) are passed over. Refuses what is no SenML, naming the record.
 */
export function readSenml(data: unknown, nowMs: number): Checked<SenmlRecord[]> {
  if (!Array.isArray(data)) return { ok: false, problems: [{ path: '', problem: 'must be a list: a SenML pack' }] };
  if (data.length > MOST_RECORDS)
    return { ok: false, problems: [{ path: '', problem: `may hold ${MOST_RECORDS} records at most` }] };
  const base: Base = { bn: '', bt: 0, bu: '', bv: 0 };
  const problems: FieldProblem[] = [];
  const out: SenmlRecord[] = [];
  data.forEach((r: Raw | null, i) => {
    const refuse = (field: string, problem: string) => problems.push({ path: `/${i}${field}`, problem });
    if (typeof r !== 'object' || r === null || Array.isArray(r)) return void refuse('', 'must be a record');
    const must = Object.keys(r).find((k) => k.endsWith('_'));
    if (must) return void refuse(`/${must}`, 'is a field that must be understood, and is not known here');
    for (const f of ['bn', 'bu'] as const) {
      if (r[f] === undefined) continue;
      if (typeof r[f] !== 'string') return void refuse(`/${f}`, 'must be text');
      base[f] = r[f];
    }
    for (const f of ['bt', 'bv'] as const) {
      if (r[f] === undefined) continue;
      if (!isNumber(r[f])) return void refuse(`/${f}`, 'must be a number');
      base[f] = r[f];
    }
    if (r.v === undefined) return;
    if (!isNumber(r.v)) return void refuse('/v', 'must be a number');
    if (r.n !== undefined && typeof r.n !== 'string') return void refuse('/n', 'must be text');
    if (r.t !== undefined && !isNumber(r.t)) return void refuse('/t', 'must be a number of seconds');
    const name = base.bn + ((r.n as string | undefined) ?? '');
    if (!/^[A-Za-z0-9][A-Za-z0-9\-:._/]*$/.test(name))
      return void refuse('/n', `“${name.slice(0, 40)}” is no name: letters, digits and - : . _ / only`);
    const seconds = base.bt + ((r.t as number | undefined) ?? 0);
    out.push({
      name,
      unit: (r.u as string | undefined) ?? base.bu,
      value: base.bv + r.v,
      atMs: Math.round(seconds < RELATIVE_BELOW ? nowMs + seconds * 1000 : seconds * 1000)
    });
  });
  return problems.length ? { ok: false, problems } : { ok: true, value: out };
}
