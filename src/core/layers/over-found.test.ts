import { describe, expect, it } from 'vitest';
import { card, counterJob, knowledge } from '../../../tests/fixtures';
import { coatPlans, layerChecks, layerProblem } from '../coats';
import type { PartJob } from '../document';
import { FINISHES_FOUND } from '../surface';
import { foundRules, rulingOverFound } from './over-found';

const over = (found: (typeof FINISHES_FOUND)[number], id: string, change = {}) => {
  const c = { ...card(id), ...change };
  return rulingOverFound(found, { card: c, colour: c.colours[0]!, method: c.methods[0]!.method });
};

describe('a first coat over what a face came finished with', () => {
  it('has a word for everything that may be found, whatever the product', () => {
    for (const found of FINISHES_FOUND)
      for (const id of ['ostrel-duo', 'skerry-varnish', 'fenlight-wb', 'lantern-wax', 'corvane-day', 'quill-sealer'])
        expect(over(found, id).reason.length).toBeGreaterThan(10);
    const used = new Set(
      FINISHES_FOUND.flatMap((f) =>
        ['ostrel-duo', 'skerry-varnish', 'fenlight-wb', 'lantern-wax'].map((id) => over(f, id).rule)
      )
    );
    for (const r of foundRules) expect(used, r.id).toContain(r.id);
  });
  it('oil soaks into no film, varnish wants it cut, nothing keys to wax, and the label goes first', () => {
    expect(over('varnish', 'ostrel-duo').result).toBe('no');
    expect(over('varnish', 'skerry-varnish').result).toBe('abrade');
    expect(over('wax', 'skerry-varnish').result).toBe('no');
    expect(over('oil', 'skerry-varnish').result).toBe('denib');
    const label = over('oil', 'skerry-varnish', { layers: { notOver: ['oxidising-oil'] } });
    expect(label).toMatchObject({ result: 'no', grade: 'label' });
  });
});

describe('a face that came finished', () => {
  const job = (came?: 'oil' | 'varnish'): PartJob => {
    const j = counterJob();
    const under = j.surfaces[0]!.faces.find((f) => f.kind === 'underside')!;
    if (came) under.came = came;
    return j;
  };
  const litres = (j: PartJob, kind: string) => {
    const [first] = coatPlans(j, knowledge.house);
    return first!.faces.find((f) => f.faceId === kind)!.detail.litres;
  };
  it('takes no more than maintenance does, and its neighbours what bare wood does', () => {
    expect(litres(job('oil'), 'underside')).toBeLessThan(0.8 * litres(job(), 'underside'));
    expect(litres(job('oil'), 'top')).toBeCloseTo(litres(job(), 'top'), 12);
  });
  it('has its later coats like any other', () => {
    const second = (j: PartJob) =>
      coatPlans(j, knowledge.house)[1]!.faces.find((f) => f.faceId === 'top')!.detail.litres;
    const came = counterJob();
    came.surfaces[0]!.faces.find((f) => f.kind === 'top')!.came = 'oil';
    expect(second(came)).toBeCloseTo(second(counterJob()), 12);
  });
  it('is told of on Choose as the layer under the first coat', () => {
    expect(layerChecks(job(), knowledge.house).some((l) => l.below === 0)).toBe(false);
    const [l] = layerChecks(job('varnish'), knowledge.house);
    expect(l).toMatchObject({ below: 0, above: 1, found: 'varnish', result: 'no', severity: 'stop' });
    expect(l!.faces).toEqual(['counter/underside']);
    expect(layerProblem(l!).problem).toMatch(/^Coat 1 over the varnish it came with: /);
  });
});
