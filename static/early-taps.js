/*
 * A page is seen before it listens, on a slow phone by a second or more. A tap on a button in that time is kept and made as
 * soon as the page is awake; of several the last counts. Forms are sent by the browser itself and need no help.
 */
(() => {
  const STALE_MS = 10_000;
  let kept = null;
  const keep = (e) => {
    const button = e.target instanceof Element ? e.target.closest('button, [role="checkbox"], [role="switch"]') : null;
    if (button && !(button.form && button.type === 'submit')) kept = { button, at: performance.now() };
  };
  document.addEventListener('click', keep, true);
  addEventListener(
    'awake',
    () => {
      document.removeEventListener('click', keep, true);
      if (kept && kept.button.isConnected && performance.now() - kept.at < STALE_MS) kept.button.click();
    },
    { once: true }
  );
})();
