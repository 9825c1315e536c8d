<script lang="ts">
  import { page } from '$app/state';
  import { clock } from '../clock/clock.svelte';
  import Mark from '../marks/Mark.svelte';
  import Sign from '../marks/Sign.svelte';
  import { clockTime } from '$words/time';
  import Settings from './Settings.svelte';

  interface Props {
    place: string;
    timeZone: string;
    forecast: { issuedMs: number | null; stale: boolean; members: number };
    person: { name: string; role: string; units: 'metric' | 'us' };
  }
  const { place, timeZone, forecast, person }: Props = $props();

  const PLACES = [
    { href: '/', name: 'Today', here: (p: string) => p === '/' },
    { href: '/jobs', name: 'Jobs', here: (p: string) => p.startsWith('/jobs') },
    { href: '/weeks', name: 'Weeks', here: (p: string) => p.startsWith('/weeks') },
    { href: '/care', name: 'Care', here: (p: string) => p.startsWith('/care') },
    { href: '/shelf', name: 'Shelf', here: (p: string) => p.startsWith('/shelf') },
    { href: '/bench', name: 'Bench', here: (p: string) => p.startsWith('/bench') },
    { href: '/log', name: 'Log', here: (p: string) => p.startsWith('/log') }
  ] as const;
  const age = $derived(forecast.issuedMs === null ? null : clock.now - forecast.issuedMs);
</script>

<header class="head no-print">
  <a class="brand" href="/" aria-label="Basket, to Today"><Mark onDark /> <span>Basket</span></a>
  <nav aria-label="Places">
    {#each PLACES as p (p.href)}
      <a href={p.href} aria-current={p.here(page.url.pathname) ? 'page' : undefined}>{p.name}</a>
    {/each}
  </nav>
  <div class="state">
    <span class="wide">{place}</span>
    <span class="wide">
      {#if age === null}
        <Sign kind="check" size={13} /> no forecast
      {:else}
        {#if forecast.stale}<Sign kind="check" size={13} />{/if}
        <span
          >Forecast <b>{clockTime(forecast.issuedMs!, timeZone)}</b>{forecast.stale
            ? ', the desk is silent'
            : forecast.members > 1
              ? `, ${forecast.members} members`
              : ''}</span
        >
      {/if}
    </span>
    <Settings {person} />
  </div>
</header>

<style>
  .head {
    height: var(--head-h);
    background: #0c191d;
    color: #f4f8f8;
    display: flex;
    align-items: stretch;
    font-size: 14px;
    padding-right: 12px;
  }
  .brand {
    width: var(--col);
    flex: none;
    display: flex;
    align-items: center;
    gap: 9px;
    padding-left: 16px;
    font-family: var(--fig);
    font-stretch: 92%;
    font-weight: 760;
    font-size: 18px;
    letter-spacing: -0.01em;
    text-decoration: none;
  }
  nav {
    display: flex;
  }
  nav a {
    color: #c3d0d3;
    text-decoration: none;
    padding: 0 15px;
    display: flex;
    align-items: center;
    font-weight: 500;
    position: relative;
  }
  nav a[aria-current] {
    color: #fff;
    font-weight: 680;
  }
  nav a[aria-current]::after {
    content: '';
    position: absolute;
    left: 15px;
    right: 15px;
    bottom: 0;
    height: 4px;
    background: #ffcb1f;
  }
  .state {
    margin-left: auto;
    display: flex;
    gap: 20px;
    align-items: center;
    color: #c3d0d3;
    font-size: 12.5px;
    white-space: nowrap;
  }
  .state span {
    display: inline-flex;
    gap: 5px;
    align-items: center;
  }
  .state span span {
    display: inline;
  }
  .state b {
    color: #fff;
    font-weight: 600;
  }
  .head :global(:focus-visible) {
    outline-color: #ffcb1f;
    outline-offset: -3px;
  }
  @media (max-width: 760px) {
    .wide {
      display: none !important;
    }
    .brand {
      width: auto;
      padding: 0 8px 0 10px;
    }
    .brand span {
      display: none;
    }
    .head {
      height: 48px;
      padding-right: 4px;
    }
    nav {
      flex: 1;
      min-width: 0;
      overflow-x: auto;
    }
    nav a {
      padding: 0 8px;
      font-size: 15px;
    }
    nav a[aria-current]::after {
      left: 8px;
      right: 8px;
    }
  }
  /* All seven places fit: Today is home, so the mark gives up its room. */
  @media (max-width: 430px) {
    .brand {
      display: none;
    }
    nav {
      display: flex;
      justify-content: space-between;
    }
    nav a {
      padding: 0 5px;
      font-size: 14px;
    }
    nav a[aria-current]::after {
      left: 5px;
      right: 5px;
    }
  }
</style>
