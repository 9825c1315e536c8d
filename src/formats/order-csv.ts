import { textCell } from './csv-cells';
import type { ProductLoad } from '../core/load';

/** A field of a CSV line: quoted where it must be, and never taken for a formula by a table program. */
function field(value: string | number): string {
  const safe = typeof value === 'string' ? textCell(value) : String(value);
  return /[",\n\r]/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
}

export const csvLine = (fields: readonly (string | number)[]): string => fields.map(field).join(',');

/** The tins to buy as CSV for a supplier: one line a pack size. Money in the crew's currency, volumes in ml. */
export function writeOrder(products: readonly ProductLoad[]): string {
  const lines = products.flatMap((p) =>
    p.buy.flatMap((b) =>
      b.tins.map((t) =>
        csvLine([
          b.of === 'hardener' ? b.name : p.name,
          b.of === 'hardener' ? '' : p.colour,
          b.of,
          t.volumeMl,
          t.count,
          (t.priceCents / 100).toFixed(2),
          ((t.priceCents * t.count) / 100).toFixed(2)
        ])
      )
    )
  );
  return [csvLine(['product', 'colour', 'part', 'volume_ml', 'count', 'price_each', 'price']), ...lines, ''].join(
    '\r\n'
  );
}
