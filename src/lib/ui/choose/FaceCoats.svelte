<script lang="ts">
  import { coatsOnFace, faceRef } from '$core/document';
  import { faceName } from '$core/surface';
  import { showVolume } from '$core/units';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import CoatStepper from '../measure/CoatStepper.svelte';
  import { setOnFace } from './choose-edits';

  /** Coats per face: how many, and of a listed sequence which. */
  const desk = useJobDesk();
  const listed = $derived(desk.job.finish?.coats);
  const several = $derived(desk.job.surfaces.length > 1);
  const litresOf = (surfaceId: string, faceId: string) =>
    desk.plan.coats.reduce(
      (sum, c) =>
        sum +
        c.faces
          .filter((x) => x.surfaceId === surfaceId && x.faceId === faceId)
          .reduce((a, x) => a + x.detail.litres * c.plannedFilm, 0),
      0
    );
</script>

<h2 class="mt-4 border-b-[1.5px] border-ink pb-1">Coats per face</h2>
<table class="ruled">
  <thead><tr><th>Face</th><th class="num">Oil</th><th class="num">{listed ? 'Which coats' : 'Coats'}</th></tr></thead>
  <tbody>
    {#each desk.job.surfaces as s, i (s.id)}
      {#each s.faces as f, j (f.id)}
        {@const litres = litresOf(s.id, f.id)}
        {@const name = `${several ? `${s.name}, ` : ''}${faceName(f.kind)}`}
        {@const label = `${s.name}, ${faceName(f.kind)}`}
        {@const numbers = coatsOnFace(desk.job.finish, s, f)}
        <tr>
          <td
            >{name}{#if f.came}<br /><span class="dim text-[13px]">came with {f.came}</span>{/if}</td
          >
          <td class="num">{litres > 0 ? showVolume(litres, desk.units) : 'none'}</td>
          <td class="num">
            {#if listed}
              <div class="which" role="group" aria-label="{label}: which coats">
                {#each listed as _, k (k)}
                  {@const on = numbers.includes(k + 1)}
                  <button
                    class:on
                    aria-pressed={on}
                    aria-label="{label}: coat {k + 1}"
                    disabled={!desk.mayEdit}
                    onclick={() => desk.editPart((d) => setOnFace(d, k, faceRef(s, f), !on))}>{k + 1}</button
                  >
                {/each}
              </div>
            {:else}
              <CoatStepper
                coats={f.coats}
                {label}
                onchange={(n) => desk.editPart((d) => (d.surfaces[i]!.faces[j]!.coats = n))}
              />
            {/if}
          </td>
        </tr>
      {/each}
    {/each}
  </tbody>
</table>

<style>
  .which {
    display: inline-flex;
    gap: 4px;
    flex-wrap: wrap;
    justify-content: flex-end;
  }
  .which button {
    min-width: 32px;
    min-height: 32px;
    border: 1.5px dashed var(--rule-2);
    font: 640 15px var(--fig);
    color: var(--ink-3);
  }
  .which button.on {
    background: var(--oil-dry);
    border: 1.5px solid var(--ink);
    color: var(--on-matte);
  }
</style>
