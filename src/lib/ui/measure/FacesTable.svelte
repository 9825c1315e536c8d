<script lang="ts">
  import {
    applyQuickRule,
    faceAreas,
    faceName,
    newFace,
    possibleFaces,
    stillToMeasure,
    profileFactor,
    QUICK_RULES,
    textureFactor,
    type Face,
    type QuickRule,
    type Surface,
    kindRow
  } from '$core/surface';
  import { decimals, parseArea, showArea } from '$core/units';
  import Choice from '../fields/Choice.svelte';
  import QuantityField from '../fields/QuantityField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Why from '../why/Why.svelte';
  import { CAME, FACINGS, LIES, LIFE_CHOICES, PROFILES, REACHES, TEXTURES } from './choices';
  import { faceRef, sharedFaces } from '$core/document';
  import CoatStepper from './CoatStepper.svelte';
  import { parseFactor, showFactor } from './factor';

  const { surface, index }: { surface: Surface; index: number } = $props();
  const desk = useJobDesk();
  const areas = $derived(faceAreas(surface));
  /** Faces that several parts have, on different pieces: each part says how many coats. */
  const shared = $derived(sharedFaces(desk.document));
  const coatsByPart = (f: Face) =>
    desk.view.parts.flatMap((p) =>
      p.job.surfaces.flatMap((s) => s.faces.flatMap((x) => (faceRef(s, x) === faceRef(surface, f) ? [x.coats] : [])))
    );
  /** Whether a face is worked outdoors, in any part that has it. */
  const outdoors = (f: Face) =>
    desk.view.parts.some(
      ({ job }) =>
        job.site.setting === 'outdoor' &&
        job.surfaces.some((s) => s.faces.some((x) => faceRef(s, x) === faceRef(surface, f)))
    );
  let open = $state<string | null>(null);
  const setFace = (i: number, change: (f: Face) => void, field?: string) =>
    desk.edit((d) => change(d.surfaces[index]!.faces[i]!), field && `${surface.id} face ${i} ${field}`);
  /** Sets what a face may go without, or with nothing takes it away. */
  const putOrDrop = <K extends 'life' | 'came' | 'whole'>(i: number, key: K, value: Face[K] | '' | false) =>
    setFace(i, (x) => {
      if (value) x[key] = value as Face[K];
      else delete x[key];
    });
  const total = $derived(
    surface.faces.reduce((s, f) => {
      const a = areas.get(f.id)!.effective;
      return s + (f.coats && a.ok ? a.areaM2 : 0);
    }, 0)
  );
  /** Whether the tape still owes something: then no area is not the same as none to coat. */
  const owes = $derived(stillToMeasure(surface).length > 0);
  const missing = $derived(possibleFaces(surface).filter((k) => !surface.faces.some((f) => f.kind === k)));
  /** Rules that would change something here. A laid floor has one face to coat. */
  const rules = $derived(
    (Object.entries(QUICK_RULES) as [QuickRule, string][]).filter(
      ([rule]) =>
        kindRow(surface.kind).manyFaces &&
        JSON.stringify(applyQuickRule(surface, rule)) !== JSON.stringify(surface.faces)
    )
  );
  const apply = (rule: QuickRule) =>
    desk.edit((d) => {
      const s = d.surfaces[index]!;
      s.faces = applyQuickRule(s, rule);
    });
  const about = (f: Face): string =>
    [
      f.texture === 'sanded' && f.profile === 'flat' ? '' : `${f.texture}, ${f.profile}`,
      f.reach === 'no' ? 'can’t be reached' : f.reach === 'before installation' ? 'before installation' : '',
      f.turnOver ? 'lies face down to dry' : '',
      f.came ? `came with ${f.came === 'not known' ? 'something on it' : f.came}` : '',
      f.whole && surface.units ? 'one over all pieces' : '',
      f.life ? `will live ${f.life === 'sun side' ? 'on the sun side' : f.life}` : ''
    ]
      .filter(Boolean)
      .join(', ');
</script>

<section aria-label="Faces">
  <h2 class="border-b-[1.5px] border-ink pb-1">Faces</h2>
  {#if desk.mayEdit && rules.length}
    <div class="flex flex-wrap gap-2 py-2" role="group" aria-label="Quick rules">
      {#each rules as [rule, why] (rule)}<button
          class="btn line px-3 text-[14px]"
          title={why}
          onclick={() => apply(rule)}>{rule[0]!.toUpperCase() + rule.slice(1)}</button
        >{/each}
    </div>
  {/if}
  {#each surface.faces as f, i (f.id)}
    {@const area = areas.get(f.id)!}
    {@const name = faceName(f.kind)}
    <div class="face">
      <div class="cells">
        <span
          ><b>{name}</b>
          <button
            class="link ml-2 text-[13px]"
            aria-expanded={open === f.id}
            aria-label="{name}: {open === f.id ? 'close' : 'change'}"
            onclick={() => (open = open === f.id ? null : f.id)}>{open === f.id ? 'close' : 'change'}</button
          ><br /><span class="dim text-[13px]">{about(f)}</span></span
        >
        <span class="area">
          {#if area.plan.ok && area.effective.ok}
            <Why
              about="{name}, effective area"
              formula="plan area × texture × profile"
              lines={[
                { name: `plan area: ${area.plan.how}`, value: showArea(area.plan.areaM2, desk.units), grade: 'law' },
                { name: `texture: ${f.texture}`, value: `× ${decimals(textureFactor(f.texture), 2)}`, grade: 'house' },
                {
                  name: f.profileFactor === undefined ? `profile: ${f.profile}` : 'profile: our own factor',
                  value: `× ${decimals(profileFactor(f), 2)}`,
                  grade: 'house'
                }
              ]}><span class="fig text-[20px]">{showArea(area.effective.areaM2, desk.units)}</span></Why
            >
            {#if Math.abs(area.effective.areaM2 - area.plan.areaM2) > 1e-9}<br /><span class="dim text-[12.5px]"
                >{showArea(area.plan.areaM2, desk.units)} plan</span
              >{/if}
          {:else if !area.plan.ok && area.plan.unmeasured}<span class="dim">not measured</span>
          {:else}<span class="font-semibold text-stop">no area</span>{/if}
        </span>
        {#if shared.has(faceRef(surface, f))}
          <span class="text-right text-[13px]"
            ><b>{coatsByPart(f).join(', ')}</b> coats, <a class="link" href="/jobs/{desk.id}/choose">by part</a></span
          >
        {:else}<CoatStepper coats={f.coats} label={name} onchange={(n) => setFace(i, (x) => (x.coats = n))} />{/if}
      </div>
      {#if open === f.id}
        <div class="grid grid-cols-2 gap-2">
          <Choice
            label="Texture"
            value={f.texture}
            options={TEXTURES}
            onchange={(v) => setFace(i, (x) => (x.texture = v))}
          />
          <Choice
            label="Profile"
            value={f.profile}
            options={PROFILES}
            onchange={(v) =>
              setFace(i, (x) => {
                x.profile = v;
                delete x.profileFactor;
              })}
          />
          <QuantityField
            label="Profile factor"
            value={profileFactor(f)}
            units={desk.units}
            parse={parseFactor}
            show={showFactor}
            onchange={(v) => setFace(i, (x) => (x.profileFactor = v), 'factor')}
          />
          <Choice
            label="Reach"
            value={f.reach ?? 'yes'}
            options={REACHES}
            onchange={(v) => setFace(i, (x) => (x.reach = v))}
          />
          <Choice
            label="Will live"
            value={f.life ?? ''}
            options={LIFE_CHOICES}
            onchange={(v) => putOrDrop(i, 'life', v)}
          />
          <Choice
            label="Came finished with"
            value={f.came ?? ''}
            options={CAME}
            onchange={(v) => putOrDrop(i, 'came', v)}
          />
          {#if outdoors(f)}
            <Choice
              label="Lies while it is worked"
              value={f.lies ? String(f.lies.tiltDeg) : ''}
              options={LIES}
              onchange={(v) =>
                setFace(i, (x) => {
                  if (v) x.lies = { ...x.lies, tiltDeg: Number(v) };
                  else delete x.lies;
                })}
            />
            {#if f.lies && f.lies.tiltDeg > 0 && f.lies.tiltDeg < 180}
              <Choice
                label="Looks to the"
                value={String(Math.round((f.lies.facingDeg ?? 180) / 45) * 45)}
                options={FACINGS}
                onchange={(v) => setFace(i, (x) => (x.lies!.facingDeg = Number(v)))}
              />
            {/if}
          {/if}
          <div class="col-span-2">
            {#if surface.units}
              <Tick
                label="One over all pieces, not one of each"
                checked={f.whole ?? false}
                onchange={(v) => putOrDrop(i, 'whole', v)}
              />
            {/if}
            <Tick
              label="Lies face down to dry: it is turned over"
              checked={f.turnOver ?? false}
              onchange={(v) => setFace(i, (x) => (x.turnOver = v))}
            />
          </div>
          <QuantityField
            label="Area, typed"
            value={f.areaM2 ?? null}
            units={desk.units}
            parse={parseArea}
            show={showArea}
            onchange={(v) => setFace(i, (x) => (x.areaM2 = v), 'area')}
          />
          <div class="flex items-end gap-4 pb-6">
            {#if f.areaM2 !== undefined}<button
                class="link text-[13px]"
                onclick={() => setFace(i, (x) => delete x.areaM2)}>Take the measured area</button
              >{/if}
            {#if surface.faces.length > 1}<button
                class="link text-[13px]"
                onclick={() => desk.edit((d) => void d.surfaces[index]!.faces.splice(i, 1))}
                >Remove<span class="unseen"> {name}</span></button
              >{/if}
          </div>
        </div>
      {:else if !area.plan.ok && !area.plan.unmeasured}
        <QuantityField
          label={area.plan.problem}
          value={f.areaM2 ?? null}
          units={desk.units}
          parse={parseArea}
          show={showArea}
          onchange={(v) => setFace(i, (x) => (x.areaM2 = v), 'area')}
        />
      {/if}
    </div>
  {/each}
  <div class="cells total">
    <b>{surface.name}</b>{#if total > 0 || !owes}<span class="fig text-[20px]">{showArea(total, desk.units)}</span
      >{:else}<span class="dim">not measured</span>{/if}<span class="dim">to coat</span>
  </div>
  {#if missing.length && desk.mayEdit}
    <p class="mt-3 flex flex-wrap items-center gap-2">
      {#each missing as k (k)}<button
          class="btn line px-3 text-[14px]"
          onclick={() => desk.edit((d) => void d.surfaces[index]!.faces.push(newFace(k, 1)))}
          >+ {faceName(k).toLowerCase()}</button
        >{/each}
    </p>
  {/if}
</section>

<style>
  .face {
    border-bottom: 1px solid var(--rule);
    padding: 8px 0;
    display: grid;
    gap: 8px;
    position: relative;
  }
  .cells {
    display: grid;
    grid-template-columns: minmax(0, 1fr) auto 104px;
    gap: 14px;
    align-items: center;
  }
  .total {
    padding: 10px 0;
    border-bottom: 1.5px solid var(--ink);
  }
  .area {
    text-align: right;
  }
</style>
