<script lang="ts">
  import type { Living, Look, Surface } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import CountField from '../fields/CountField.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import type { Options } from '../measure/choices';
  import SpeciesField from './SpeciesField.svelte';

  /** The wood and its life, as a walk round it tells: before any test. */
  const { surface, index, part }: { surface: Surface; index: number; part: 'wood' | 'life' } = $props();
  const desk = useJobDesk();
  const look = $derived(surface.look ?? {});
  const living = $derived(look.living ?? desk.job.living);
  const set = (change: (l: Look) => void, field?: string) =>
    desk.edit(
      (d) => {
        const s = d.surfaces[index]!;
        s.look ??= {};
        change(s.look);
      },
      field && `${surface.id} look ${field}`
    );
  const setLiving = (change: (l: Living) => void) =>
    set((l) => {
      l.living ??= structuredClone(desk.job.living);
      change(l.living);
    });
  const words = <T extends string>(...list: T[]): Options<T> =>
    list.map((value) => ({ value, label: value[0]!.toUpperCase() + value.slice(1) }));
  type OldFinish = NonNullable<Look['oldFinish']>;
  type Condition = NonNullable<Look['condition']>;
  type Sapwood = NonNullable<Look['sapwood']>;
  const FINISHES: Options<OldFinish | ''> = [
    { value: '', label: 'Not looked at' },
    ...words<OldFinish>('none', 'oil', 'hardwax oil', 'wax', 'varnish', 'waterborne film', 'paint', 'not known')
  ];
  const CONDITIONS: Options<Condition | ''> = [
    { value: '', label: 'Not looked at' },
    ...words<Condition>('old film or heavy wear', 'cupped', 'worn or gouged', 'new planed', 'light marks')
  ];
  const SAPWOOD: Options<Sapwood | ''> = [
    { value: '', label: 'Not looked at' },
    ...words<Sapwood>('none', 'some', 'much')
  ];
  const SUN: Options<string> = [
    { value: '0.6', label: 'North side, shaded' },
    { value: '1', label: 'Some sun' },
    { value: '1.2', label: 'South side' },
    { value: '1.4', label: 'Flat, open to the sky' }
  ];
  const nearestSun = $derived(
    SUN.reduce((a, b) => (Math.abs(Number(b.value) - living.sun) < Math.abs(Number(a.value) - living.sun) ? b : a))
      .value
  );
  const outdoor = $derived(desk.job.site.setting === 'outdoor');
  const put = <K extends keyof Look>(key: K, value: Look[K] | '') =>
    set((l) => {
      if (value === '') delete l[key];
      else l[key] = value as Look[K];
    });
</script>

{#if part === 'wood'}
  <section aria-label="The wood">
    <h2 class="border-b-[1.5px] border-ink pb-1">The wood</h2>
    <div class="mt-2 grid grid-cols-2 gap-3 max-[760px]:grid-cols-1">
      <SpeciesField
        value={surface.speciesId}
        disabled={!desk.mayEdit}
        onchange={(v) => desk.edit((d) => (d.surfaces[index]!.speciesId = v))}
      />
      <Choice
        label="Old finish"
        value={look.oldFinish ?? ''}
        options={FINISHES}
        onchange={(v) => put('oldFinish', v)}
      />
      <Choice
        label="Condition"
        value={look.condition ?? ''}
        options={CONDITIONS}
        onchange={(v) => put('condition', v)}
      />
      <Choice label="Sapwood" value={look.sapwood ?? ''} options={SAPWOOD} onchange={(v) => put('sapwood', v)} />
      <CountField
        label="Age, years"
        value={look.ageYears ?? null}
        most={1000}
        onchange={(v) => set((l) => (l.ageYears = v), 'age')}
      />
    </div>
  </section>
{:else}
  <section aria-label="Its life">
    <h2 class="border-b-[1.5px] border-ink pb-1">Its life</h2>
    <div class="mt-2 grid grid-cols-2 gap-3 max-[760px]:grid-cols-1">
      <Choice
        label="Traffic"
        value={living.traffic}
        options={words('not walked on', 'rare', 'home', 'family and dog', 'shop', 'school or public')}
        onchange={(v) => setLiving((l) => (l.traffic = v))}
      />
      <Choice
        label="Water"
        value={living.wet}
        options={words('dry', 'often wet', 'standing water')}
        onchange={(v) => setLiving((l) => (l.wet = v))}
      />
      {#if outdoor}<Choice
          label="Sun"
          value={nearestSun}
          options={SUN}
          onchange={(v) => setLiving((l) => (l.sun = Number(v)))}
        />{/if}
      <Choice
        label="Washed with"
        value={living.soap}
        options={words('proper soap', 'none', 'harsh cleaner')}
        onchange={(v) => setLiving((l) => (l.soap = v))}
      />
    </div>
    <Tick
      label="Food touches it"
      checked={look.food ?? desk.job.usedForFood}
      onchange={(v) => set((l) => (l.food = v))}
    />
    <TextField
      label="Access"
      value={look.access ?? ''}
      maxlength={500}
      placeholder="keys, parking, stairs, when the shop is shut"
      oninput={(e) => set((l) => (l.access = e.currentTarget.value), 'access')}
    />
    <div class="mt-3">
      <TextField
        label="What the client wishes"
        value={look.wishes ?? ''}
        maxlength={1000}
        oninput={(e) => set((l) => (l.wishes = e.currentTarget.value), 'wishes')}
      />
    </div>
  </section>
{/if}
