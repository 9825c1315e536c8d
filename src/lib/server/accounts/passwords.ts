import commonest from './commonest-passwords.json';

const COMMONEST: ReadonlySet<string> = new Set(commonest.whole);
const WORDS: ReadonlySet<string> = new Set(commonest.words);
const LEAST_DIFFERENT = 5;
const RUNS = [
  '01234567890123456789',
  'abcdefghijklmnopqrstuvwxyzabcdefghijklmnopqrstuvwxyz',
  'qwertyuiopasdfghjklzxcvbnm'
];

const letters = (text: string) => text.toLowerCase().replace(/[^\p{L}]/gu, '');
const plain = (text: string) => text.toLowerCase().normalize('NFKC').replace(/\s/gu, '');

const isRun = (text: string): boolean =>
  RUNS.some((run) => run.includes(text) || run.includes([...text].reverse().join('')));

/**
 * What speaks against a new password, with the cure, or null: one of the commonest, a run along the keyboard, a few characters
 * over and over, or the person's own address or name. Length is the form's to check.
 */
export function passwordProblem(
  password: string,
  own: { email: string; name?: string; crewName?: string }
): string | null {
  const text = plain(password);
  if (new Set(text).size < LEAST_DIFFERENT)
    return 'Uses too few different characters. Take three or four words that do not belong together.';
  if (isRun(text) || COMMONEST.has(text) || WORDS.has(letters(password)))
    return 'Is one of the first that anybody would guess. Take three or four words that do not belong together.';
  const mine = [own.email, own.email.split('@')[0]!, own.name ?? '', own.crewName ?? ''].map(plain);
  if (mine.some((m) => m.length >= 4 && (text === m || text.replace(/[\d\W_]/gu, '') === m.replace(/[\d\W_]/gu, ''))))
    return 'Is your own address or name. Take three or four words that do not belong together.';
  return null;
}
