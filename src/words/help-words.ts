import type { Help } from '../core/window';

/** What could be done, as a foreman would say it. */
export function helpWords({ kind, product }: Pick<Help, 'kind' | 'product'>): { do: string; how: string } {
  switch (kind) {
    case 'tarp':
      return { do: 'A tarp or a roof over the boards', how: 'no rain, no sun, no dew on them' };
    case 'heater':
      return { do: 'A heater', how: 'five degrees warmer, no flame near solvent' };
    case 'dehumidifier':
      return { do: 'A dehumidifier', how: 'twelve points drier air' };
    case 'lamps':
      return { do: 'Lamps', how: 'work before sunrise and after sunset' };
    case 'earlier start':
      return { do: 'Start an hour earlier', how: 'on every working day' };
    case 'thinner coat':
      return { do: 'Thinner coats', how: 'three quarters of the film' };
    case 'two coats a day':
      return { do: 'Two coats in one day', how: 'as soon as the first has opened, against your house rule' };
    case 'other product':
      return { do: `${product ?? 'Another product'} instead`, how: 'compare it in Choose first' };
  }
}
