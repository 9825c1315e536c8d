export type Theme = 'light' | 'dark' | 'as the device';

const KEY = 'basket-theme';

/** Light, dark or as the device: kept on this device only. */
class ThemeChoice {
  choice = $state<Theme>('as the device');

  /** Takes up the kept choice; call once in the browser. */
  start(): void {
    const kept = localStorage.getItem(KEY);
    if (kept === 'light' || kept === 'dark') this.choice = kept;
    const device = matchMedia('(prefers-color-scheme: dark)');
    device.addEventListener('change', () => this.#show());
    this.#show();
  }

  choose(t: Theme): void {
    this.choice = t;
    localStorage.setItem(KEY, t);
    this.#show();
  }

  #show(): void {
    const dark =
      this.choice === 'dark' || (this.choice === 'as the device' && matchMedia('(prefers-color-scheme: dark)').matches);
    document.documentElement.dataset.theme = dark ? 'dark' : 'light';
  }
}

export const theme = new ThemeChoice();
