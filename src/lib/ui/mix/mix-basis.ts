/** How a mix is measured: by cup or by scale. */
export type MixBasis = 'volume' | 'mass';
