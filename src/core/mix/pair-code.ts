/** True when two pair codes say the same: case, spaces and dashes do not matter; two empty ones say nothing. */
export function samePairCode(a: string, b: string): boolean {
  const bare = (code: string) => code.toUpperCase().replace(/[^A-Z0-9]/g, '');
  return bare(a) !== '' && bare(a) === bare(b);
}
