export { foundRules, rulingOverFound } from './over-found';
export { layerRules, layerRuling, rulingNow, type Layer, type LayerResult, type LayerRuling } from './layers';
