import { decimals } from '$core/units';
import type { KnownSite } from '$lib/server/clients/find';
import type { Town } from '$lib/server/places/towns';

/** A position as people say it: 49.40° N, 7.60° W. */
export const positionWords = ({ latitudeDeg, longitudeDeg }: Pick<KnownSite, 'latitudeDeg' | 'longitudeDeg'>): string =>
  `${decimals(Math.abs(latitudeDeg), 2)}° ${latitudeDeg < 0 ? 'S' : 'N'}, ${decimals(Math.abs(longitudeDeg), 2)}° ${longitudeDeg < 0 ? 'W' : 'E'}`;

/** What a place may become while one types it: a known site whole, or the house as typed in a town. */
export function offersOf(text: string, { sites, towns }: { sites: readonly KnownSite[]; towns: readonly Town[] }) {
  const house = text.slice(0, text.lastIndexOf(',') + 1).trim();
  return [
    ...sites.map((s) => ({ key: `site ${s.place}`, text: s.place, note: `worked there, ${positionWords(s)}`, of: s })),
    ...towns.map((t) => {
      const place = [house, t.name].filter(Boolean).join(' ');
      const { latitudeDeg, longitudeDeg, timeZone } = t;
      return {
        key: `town ${t.name} ${latitudeDeg} ${longitudeDeg}`,
        text: place,
        note: `${t.region}, ${positionWords(t)}`,
        of: { place, latitudeDeg, longitudeDeg, timeZone }
      };
    })
  ];
}
