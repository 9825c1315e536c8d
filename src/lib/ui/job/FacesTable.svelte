<script lang="ts">
  import { facePlanArea, profileFactor, textureFactor, type Face, type Surface } from '$core/surface';
  import { decimals, parseArea, showArea } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import Why from '../why/Why.svelte';
  import CoatStepper from './CoatStepper.svelte';
  import { FACE_NAMES, PROFILES, TEXTURES } from './choices';
  import { useJobDesk } from './job-desk.svelte';

  const { surface, index }: { surface: Surface; index: number } = $props();
  const desk = useJobDesk();
  const setFace = (i: number, change: (f: Face) => void) => desk.edit((d) => change(d.surfaces[index]!.faces[i]!));
  const plan = $derived(desk.plan.faces.filter((f) => f.surfaceId === surface.id));
  const total = $derived(plan.reduce((s, f) => s + (f.coats ? (f.effectiveAreaM2 ?? 0) : 0), 0));
  const missing = $derived(
    (['top', 'edge', 'end-grain', 'underside'] as const).filter((k) => !surface.faces.some((f) => f.kind === k))
  );
</script>

<section aria-label="Faces">
  <h2 class="border-b-[1.5px] border-ink pb-1">Faces</h2>
  {#each surface.faces as f, i (f.id)}
    {@const area = plan.find((p) => p.faceId === f.id)}
    {@const bare = facePlanArea(surface, f)}
    <div class="face">
      <div class="cells">
        <b>{FACE_NAMES[f.kind]}</b>
        <span class="area">
          {#if area?.effectiveAreaM2 != null && bare.ok}
            <Why
              about="{FACE_NAMES[f.kind]}, effective area"
              formula="plan area × texture × profile"
              lines={[
                { name: `plan area: ${bare.how}`, value: showArea(bare.areaM2, desk.units), grade: 'law' },
                { name: `texture: ${f.texture}`, value: `× ${decimals(textureFactor(f.texture), 2)}`, grade: 'house' },
                { name: `profile: ${f.profile}`, value: `× ${decimals(profileFactor(f.profile), 2)}`, grade: 'house' }
              ]}><span class="fig text-[20px]">{showArea(area.effectiveAreaM2, desk.units)}</span></Why
            >
          {:else}<span class="font-semibold text-stop">no area</span>{/if}
        </span>
        <CoatStepper coats={f.coats} label={FACE_NAMES[f.kind]} onchange={(n) => setFace(i, (x) => (x.coats = n))} />
      </div>
      <div class="cells second">
        <Choice
          quiet
          label="{FACE_NAMES[f.kind]}: texture"
          value={f.texture}
          options={TEXTURES}
          onchange={(v) => setFace(i, (x) => (x.texture = v))}
        />
        <Choice
          quiet
          label="{FACE_NAMES[f.kind]}: profile"
          value={f.profile}
          options={PROFILES}
          onchange={(v) => setFace(i, (x) => (x.profile = v))}
        />
        {#if surface.faces.length > 1}<button
            class="link text-[13px]"
            onclick={() => desk.edit((d) => void d.surfaces[index]!.faces.splice(i, 1))}
            >Remove<span class="unseen"> {FACE_NAMES[f.kind]}</span></button
          >{/if}
      </div>
      {#if !bare.ok || f.areaM2 !== undefined}
        <QuantityField
          label={bare.ok ? 'Area, typed' : bare.problem}
          value={f.areaM2 ?? null}
          units={desk.units}
          parse={parseArea}
          show={showArea}
          onchange={(v) => setFace(i, (x) => (x.areaM2 = v))}
        />
      {/if}
    </div>
  {/each}
  <div class="cells total">
    <b>{surface.name}</b><span class="fig text-[20px]">{showArea(total, desk.units)}</span><span class="dim"
      >to coat</span
    >
  </div>
  {#if missing.length && desk.mayEdit}
    <p class="mt-3 flex flex-wrap items-center gap-2">
      {#each missing as k (k)}<button
          class="btn line px-3 text-[14px]"
          onclick={() =>
            desk.edit(
              (d) =>
                void d.surfaces[index]!.faces.push({ id: k, kind: k, texture: 'sanded', profile: 'flat', coats: 1 })
            )}>+ {FACE_NAMES[k].toLowerCase()}</button
        >{/each}
    </p>
  {/if}
</section>

<style>
  .face {
    border-bottom: 1px solid var(--rule);
    padding: 10px 0;
    display: grid;
    gap: 8px;
  }
  .cells {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 104px;
    gap: 16px;
    align-items: center;
  }
  .second {
    grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) auto;
    gap: 8px;
  }
  .total {
    padding: 10px 0;
    border-bottom: 1.5px solid var(--ink);
  }
  .area {
    text-align: right;
  }
</style>
