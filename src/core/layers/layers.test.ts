import { describe, expect, it } from 'vitest';
import { card } from '../../../tests/fixtures';
import { layerRules, layerRuling, rulingNow, type Layer } from '.';

const coat = (id: string, over: Partial<Layer> = {}): Layer => {
  const c = over.card ?? card(id);
  return { card: c, colour: c.colours[0]!, method: c.methods[0]!.method, ...over };
};
const say = (below: Layer, above: Layer, layering: 'barrier' | 'straight' = 'barrier') =>
  layerRuling(below, above, { layering });

describe('a coat over another', () => {
  it.each([
    ['same oil over itself', coat('ostrel-duo'), coat('ostrel-duo'), 'denib'],
    ['anything over wax', coat('lantern-wax'), coat('pellow-hardwax'), 'no'],
    ['wax over wax', coat('lantern-wax'), coat('lantern-wax'), 'denib'],
    ['wax last over oil', coat('corvane-worktop'), coat('lantern-wax'), 'fine'],
    ['waterborne over oil', coat('tansy-gel'), coat('fenlight-wb'), 'no'],
    ['waterborne over a sealer', coat('quill-sealer'), coat('fenlight-wb'), 'denib'],
    ['oil over waterborne', coat('fenlight-wb'), coat('skerry-varnish'), 'abrade'],
    ['wiped clear over stain', coat('tansy-gel'), coat('corvane-worktop'), 'barrier'],
    ['brushed varnish over stain', coat('tansy-gel'), coat('skerry-varnish'), 'test patch'],
    ['two colours of oil', coat('tansy-gel'), coat('tansy-gel', { colour: 'Slate' }), 'barrier'],
    ['soaking oil over a film', coat('skerry-varnish'), coat('corvane-worktop'), 'no'],
    ['over oil that never hardens', coat('corvane-day'), coat('corvane-worktop'), 'no'],
    ['varnish over oil', coat('sorrel-door'), coat('skerry-varnish'), 'abrade']
  ])('%s', (_, below, above, result) => expect(say(below, above).result).toBe(result));

  it('a crew that goes straight over is told to try a patch', () =>
    expect(say(coat('tansy-gel'), coat('corvane-worktop'), 'straight').result).toBe('test patch'));
  it('the label has the first word', () => {
    const varnish = card('skerry-varnish');
    varnish.layers = { notOver: ['gel-stain'], over: ['oxidising-oil'] };
    expect(say(coat('tansy-gel'), coat('', { card: varnish, method: 'brush' }))).toMatchObject({
      result: 'no',
      grade: 'label'
    });
    expect(say(coat('sorrel-door'), coat('', { card: varnish, method: 'brush' }))).toMatchObject({
      result: 'denib',
      grade: 'label'
    });
  });
  it('every refusal names a cure, and the last rule takes whatever is left', () => {
    for (const r of layerRules)
      if (['no', 'barrier', 'abrade', 'test patch'].includes(r.result)) expect(r.cure, r.id).toBeTruthy();
    const last = layerRules.at(-1)!;
    expect([last.below, last.above, last.sameProduct]).toEqual([undefined, undefined, undefined]);
  });
  it('too early it waits, past its window it is abraded, and a no stays a no', () => {
    const duo = card('ostrel-duo');
    const fine = say(coat('ostrel-duo'), coat('ostrel-duo'));
    expect(rulingNow(fine, duo, 0.1, 2).result).toBe('wait');
    expect(rulingNow(fine, duo, 1.2, 2).result).toBe('denib');
    expect(rulingNow(fine, duo, 2.4, 2).result).toBe('abrade');
    expect(rulingNow(say(coat('lantern-wax'), coat('ostrel-duo')), card('lantern-wax'), 0.1, null).result).toBe('no');
  });
});
