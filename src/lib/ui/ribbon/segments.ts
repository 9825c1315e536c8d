import type { CoatTimes, Span } from '$core/drying';
import type { LiveCoat } from '$core/site';
import type { SimulatedCoat } from '$core/window';

/** A stretch of a coat ribbon. Sure ends are cut square; `scarf` gives the slope of an unsure start, 10 % to 90 %. */
export interface Segment {
  state: 'bare' | 'oil on' | 'drying' | 'dry' | 'open' | 'shut' | 'curing' | 'stands';
  fromMs: number;
  toMs: number;
  scarf?: Span;
}

/** What follows a coat: its window for the next coat, or curing after the last. */
export type After = 'recoat' | 'cure';

/**
 * The states of a coat along the time axis, from the first oil to `toMs` (handbook 9, interface notes): oil on while laid,
 * drying between its sittings and until touch dry, dry until the gate opens, open until it shuts, then shut. After the last coat: curing. Oil that is
 * still wet has no curve yet; oil that stands has none at all.
 */
export function coatSegments(
  t: CoatTimes & Partial<Pick<LiveCoat, 'wet' | 'willStayTacky'> & Pick<SimulatedCoat, 'sittings'>>,
  after: After,
  toMs: number
): Segment[] {
  const dry = t.touchDry?.p50 ?? t.laidToMs;
  const out: Segment[] = [];
  const add = (state: Segment['state'], fromMs: number, end: number, scarf?: Span) => {
    if (end > fromMs) out.push({ state, fromMs, toMs: end, scarf });
  };
  let laidToMs = t.laidFromMs;
  for (const s of t.sittings ?? [{ fromMs: t.laidFromMs, toMs: t.laidToMs }]) {
    add('drying', laidToMs, s.fromMs);
    add('oil on', s.fromMs, (laidToMs = s.toMs));
  }
  if (t.wet) return out;
  if (t.willStayTacky) {
    add('stands', t.laidToMs, toMs);
    return out;
  }
  add('drying', t.laidToMs, Math.min(dry, toMs));
  if (after === 'cure') {
    const safe = t.rainSafe ?? t.lightUse;
    add('dry', dry, Math.min(safe?.p50 ?? dry, toMs));
    add('curing', Math.max(dry, safe?.p50 ?? dry), toMs, safe ?? undefined);
    return out;
  }
  const closes = t.recoatCloses;
  add('dry', dry, Math.min(t.recoatOpens.p50, toMs));
  add('open', t.recoatOpens.p50, Math.min(closes?.p50 ?? toMs, toMs), t.recoatOpens);
  if (closes) add('shut', closes.p50, toMs, closes);
  return out;
}

/** Cuts segments at the start of the next coat, which lies over this one. */
export const cutAt = (segments: readonly Segment[], atMs: number): Segment[] =>
  segments.filter((s) => s.fromMs < atMs).map((s) => (s.toMs > atMs ? { ...s, toMs: atMs } : s));
