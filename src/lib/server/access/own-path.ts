/** Where to go on to after signing in: only a path of this app's own, anything else leads to Today. */
export function ownPath(to: string | null, origin: string): string {
  // eslint-disable-next-line no-control-regex -- those are what is looked for
  if (!to || !to.startsWith('/') || /[\u0000-\u001f\u007f\\]/.test(to)) return '/';
  try {
    const url = new URL(to, origin);
    return url.origin === new URL(origin).origin && !to.startsWith('//') ? url.pathname + url.search : '/';
  } catch {
    return '/';
  }
}
