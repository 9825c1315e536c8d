import { may, PERMISSIONS, ROLES, type Permission, type Role } from '../accounts/permissions';
import { DOORS, type Who } from './doors';

const mayCome = (role: Role, who: Who): boolean =>
  who === 'anyone' || who === 'secret' || who === 'signed in' || may(role, who);
const bytes = (n: number): string => (n === 0 ? '–' : n >= 1e6 ? `${n / 1e6} MB` : `${n / 1e3} kB`);
const wayWords = (way: string) => (/^[A-Z]+$/.test(way) ? way : `POST, ${way}`);

/** Who may come in where, with how much, as the documents print it: one line a door. */
export function accessTable(): string {
  const head = ['address', 'way', 'who', ...ROLES, 'at most'];
  const rows = [...DOORS].flatMap(([route, ways]) =>
    [...ways].map(([way, door]) => [
      `\`${route.replace(/\/\([^)]*\)/, '') || '/'}\``,
      wayWords(way),
      door.who in PERMISSIONS ? (door.who as Permission) : door.who,
      ...ROLES.map((r) => (mayCome(r, door.who) ? 'yes' : '–')),
      bytes(door.bytes)
    ])
  );
  const widths = head.map((h, i) => Math.max(h.length, ...rows.map((r) => r[i]!.length)));
  const line = (cells: readonly string[]) => `| ${cells.map((c, i) => c.padEnd(widths[i]!)).join(' | ')} |`;
  return [line(head), `| ${widths.map((w) => '-'.repeat(w)).join(' | ')} |`, ...rows.map(line)].join('\n');
}
