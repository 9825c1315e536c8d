import { placeOf, partOf, type JobDocument } from '../core/document';
import type { Plan } from '../core/plan';
import type { Span } from '../core/drying';
import type { SequenceOutcome } from '../core/window';

const time = (ms: number) => new Date(Math.round(ms / 1000) * 1000).toISOString().replace('.000', '');
const round = (v: number, places = 4) => Number(v.toFixed(places));
const span = (s: Span | null) =>
  s && {
    earliestAt: time(s.p10),
    likeliestAt: time(s.p50),
    latestAt: time(s.p90)
  };

const outcome = (o: SequenceOutcome) => ({
  startAt: time(o.startMs),
  withinRule: o.ok,
  finishAt: time(o.finishMs),
  visits: o.visits,
  ...(o.failed && {
    stoppedBy: {
      coat: o.failed.coat,
      rule: o.failed.closure.rule,
      at: time(o.failed.atMs),
      value: o.failed.closure.value,
      limit: o.failed.closure.limit
    }
  }),
  coats: o.coats.map((c) => ({
    coat: c.number,
    layFrom: time(c.laidFromMs),
    layTo: time(c.laidToMs),
    touchDry: span(c.touchDry),
    recoatOpens: span(c.recoatOpens),
    recoatCloses: span(c.recoatCloses),
    rainSafe: span(c.rainSafe),
    lightUse: span(c.lightUse),
    fullCure: span(c.fullCure),
    abradeFirst: c.abradeFirst,
    pastForecast: c.pastForecast
  }))
});

/** A part of a job as it was planned, with its best starts. */
export interface PlannedPart {
  part: string;
  /** What the part is called. */
  name: string;
  plan: Plan;
  starts: readonly SequenceOutcome[];
}

/** The whole plan as plain JSON for other programs: units in the field names, times in UTC, nothing rounded below use. */
export const writePlan = (job: JobDocument, parts: readonly PlannedPart[], nowMs: number) => ({
  format: 'basket-plan',
  version: 2,
  job: job.title,
  computedFor: time(nowMs),
  parts: parts.map((p) => ({
    part: p.part,
    name: p.name,
    place: placeOf(job, partOf(job, p.part)).name,
    ...writePart(p)
  }))
});

function writePart({ plan: p, starts }: PlannedPart) {
  return {
    problems: p.problems,
    totalEffectiveAreaM2: round(p.totalAreaM2),
    faces: p.faces.map((f) => ({
      ...f,
      planAreaM2: f.planAreaM2 && round(f.planAreaM2),
      effectiveAreaM2: f.effectiveAreaM2 && round(f.effectiveAreaM2)
    })),
    coats: p.coats.map((c) => ({
      coat: c.number,
      productId: c.productId,
      colour: c.colour,
      method: c.method,
      areaM2: round(c.areaM2),
      netL: round(c.netL),
      lossesL: round(c.lossesL),
      expectedL: round(c.expectedL),
      layingMinutes: c.layingMinutes,
      personHours: round(c.personHours, 2)
    })),
    load: p.load && {
      expectedL: round(p.load.expectedL),
      needL: round(p.load.needL),
      boughtL: round(p.load.boughtL),
      confidence: p.load.confidence,
      products: p.load.products.map((o) => ({
        productId: o.productId,
        colour: o.colour,
        coats: o.coats,
        expectedL: round(o.expectedL),
        needL: round(o.needL),
        oilL: round(o.mix.oilL),
        hardenerL: round(o.mix.hardenerL),
        thinnerL: round(o.mix.thinnerL),
        knownBy: o.keys.map((k) => ({
          key: k.key,
          medianM2PerL: round(k.rate.medianM2PerL, 2),
          cardM2PerL: k.rate.cardM2PerL,
          coatsBehindIt: k.rate.coats
        })),
        buy: o.buy.map((b) => ({
          of: b.of,
          name: b.name,
          needL: round(b.needL),
          fromStockMl: b.stock.takenMl,
          tins: b.tins.map((t) => ({
            volumeMl: t.volumeMl,
            count: t.count,
            priceCents: t.priceCents
          })),
          leftOverMl: b.leftOverMl,
          costCents: b.costCents
        }))
      })),
      costCents: p.load.costCents,
      batches: p.load.batches.map((b) => ({
        coat: b.coat,
        count: b.count,
        eachL: round(b.each.totalL),
        oilL: round(b.each.oilL),
        hardenerL: round(b.each.hardenerL),
        thinnerL: round(b.each.thinnerL),
        surplusL: round(b.surplusL),
        largestL: Number.isFinite(b.largestL) ? round(b.largestL) : null,
        smallestL: round(b.smallestL),
        none: b.none && { why: b.none.why, cures: b.none.cures },
        mixTempC: round(b.mixTempC, 1),
        boundBy: b.boundBy,
        usableMinutes: b.usableMinutes && round(b.usableMinutes, 1)
      })),
      rags: p.load.rags
    },
    cautions: p.cautions.map((c) => `${c.title}. ${c.text}`).concat(p.cautions.length ? p.cautionsClosing : []),
    dwellMinutesNow: p.dwell,
    hours: p.hours.map((h) => ({
      at: time(h.atMs),
      open: h.closed.length === 0,
      closedBy: h.closed.map((c) => ({
        rule: c.rule,
        value: c.value === undefined ? undefined : round(c.value, 2),
        limit: c.limit,
        grade: c.grade
      }))
    })),
    chosenStart: p.chosen && outcome(p.chosen),
    bestStarts: starts.slice(0, 5).map(outcome),
    leave: p.leave && {
      lightUse: span(p.leave.lightUse),
      furniture: span(p.leave.furniture),
      rugs: span(p.leave.rugs),
      water: span(p.leave.water),
      fullCure: span(p.leave.fullCure),
      food: p.leave.food === 'no claim' ? 'no claim' : span(p.leave.food)
    },
    keep: p.keep && {
      surfaces: p.keep.surfaces.map((s) => ({
        surfaceId: s.surfaceId,
        wearPerYear: round(s.perYear),
        reoil: span(s.reoil),
        sandBack: span(s.sandBack)
      }))
    }
  };
}
