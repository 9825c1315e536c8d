<script lang="ts">
  import { cardOf, coatSpecs, LIGHTS, type SampleBoard } from '$core/document';
  import { colourLock, sampleProblems } from '$core/choose';
  import { speciesOf } from '$core/wood';
  import { clock } from '../clock/clock.svelte';
  import Choice from '../fields/Choice.svelte';
  import CountField from '../fields/CountField.svelte';
  import TextField from '../fields/TextField.svelte';
  import Tick from '../fields/Tick.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { whenWords, fullDate } from '$words/time';
  import { METHOD_WORDS } from '$words/method-words';
  import SamplePhotos from './SamplePhotos.svelte';

  /** Sample boards: the same wood, sanded and finished as proposed, judged by the client; an approved one locks the colour. */
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const samples = $derived(desk.job.samples ?? []);
  const lock = $derived(colourLock(desk.job, desk.state));
  const problems = $derived(sampleProblems(desk.job, desk.state));
  let approving = $state<string | null>(null);
  let reopening = $state(false);
  let client = $state('');
  let reason = $state('');
  let tried = $state(false);

  function add() {
    const surface = desk.document.surfaces.find((s) => s.id === desk.surfaceId) ?? desk.document.surfaces[0];
    if (!surface) return;
    const layers = coatSpecs(desk.job).map(({ productId, colour, method }) => ({ productId, colour, method }));
    desk.editPart((d) => {
      const used = new Set((d.samples ?? []).map((s) => s.id));
      let n = (d.samples?.length ?? 0) + 1;
      while (used.has(`board-${n}`)) n++;
      const board: SampleBoard = {
        id: `board-${n}`,
        name: `Board ${n}`,
        speciesId: surface.speciesId,
        lastGrit: surface.lastGrit,
        waterPopped: surface.waterPopped,
        layers,
        madeOn: new Date(clock.now).toISOString().slice(0, 10),
        light: LIGHTS[0]
      };
      d.samples = [...(d.samples ?? []), board];
    });
  }
  const change = (id: string, edit: (s: SampleBoard) => void, field?: string) =>
    desk.editPart((d) => {
      const s = d.samples?.find((x) => x.id === id);
      if (s) edit(s);
    }, field);
  const text = (id: string, key: 'recipe' | 'note', value: string) =>
    change(
      id,
      (s) => {
        if (value.trim()) s[key] = value;
        else delete s[key];
      },
      `${key} ${id}`
    );

  async function approve(s: SampleBoard) {
    tried = true;
    if (!client.trim()) return;
    const layers = s.layers.map(({ productId, colour }) => ({ productId, colour }));
    await desk.write('sample.approved', { sample: s.id, client: client.trim(), layers });
    // The job is finished as the board was shown: coat by coat where its layers differ.
    desk.editPart((d) => {
      if (!d.finish) return;
      const alike = s.layers.every((l) => l.productId === s.layers[0]!.productId && l.colour === s.layers[0]!.colour);
      Object.assign(d.finish, { productId: s.layers[0]!.productId, colour: s.layers[0]!.colour });
      if (alike && !d.finish.coats) return;
      d.finish.coats = s.layers.map((l, i) => ({ ...(d.finish!.coats?.[i] ?? {}), ...l }));
    });
    approving = null;
    client = '';
    tried = false;
  }
  async function reopen() {
    tried = true;
    if (!reason.trim()) return;
    await desk.write('sample.reopened', { reason: reason.trim() });
    reopening = false;
    reason = '';
    tried = false;
  }
  const mayApprove = $derived(desk.mayLogDesk);
</script>

{#if lock}
  <section class="lock" aria-label="Approved">
    <Sign kind={lock.held && !lock.reopened ? 'go' : 'check'} size={26} />
    <div>
      <p class="text-[19px] font-semibold">
        {lock.approval.layers
          .map((l) => `${cardOf(desk.job, l.productId)?.name ?? l.productId} ${l.colour}`)
          .filter((v, i, a) => v !== a[i - 1])
          .join(', then ')}
      </p>
      <p>
        Approved by <b>{lock.approval.client}</b>, {whenWords(lock.approval.atMs, clock.now, zone)}, written down by
        {lock.approval.by}.
        {#if lock.reopened}A change was asked for: the colour is open until another board is approved.
        {:else}The colour is locked. A change needs a new approval, and colour goes only darker.{/if}
      </p>
      {#each problems as p, i (i)}<p class="mt-1 font-semibold text-stop">{p.problem}</p>{/each}
      {#if !lock.reopened && mayApprove}
        {#if reopening}
          <div class="mt-2 flex flex-wrap items-end gap-3">
            <div class="w-80">
              <TextField
                label="Why another colour"
                bind:value={reason}
                maxlength={300}
                errors={tried && !reason.trim() ? ['Say why.'] : null}
              />
            </div>
            <button class="btn" onclick={reopen}>Ask for a new approval</button>
            <button class="btn line" onclick={() => (reopening = false)}>Leave it</button>
          </div>
        {:else}<button class="btn line mt-2" onclick={() => (reopening = true)}>Another colour is wanted</button>{/if}
      {/if}
    </div>
  </section>
{/if}

{#if samples.length === 0}
  <section class="mt-6 max-w-xl text-[16px]">
    <h2>No sample board yet</h2>
    <p class="mt-2">
      Make one on the same wood, sanded the same way, with the coats as planned. The client judges it in the light of
      the room and approves it; from then on the colour is locked.
    </p>
  </section>
{/if}
<ul class="boards">
  {#each samples as s (s.id)}
    {@const approved = lock?.approval.sample === s.id}
    <li class:approved>
      <div class="swatch" aria-hidden="true">
        <i style="flex:1;background:var(--oil-cure)"></i>
        {#each s.layers as _, i (i)}<i
            style="flex:1;background:color-mix(in oklab, var(--oil-tack) {((i + 1) / s.layers.length) *
              100}%, var(--oil-matte))"
          ></i>{/each}
      </div>
      <div class="body">
        <div class="head">
          <h2>{s.name}</h2>
          {#if approved}<span class="tag text-go"><Sign kind="go" size={15} />approved</span>{/if}
          <span class="dim">{speciesOf(s.speciesId).name}, made {fullDate(Date.parse(s.madeOn), 'UTC')}</span>
        </div>
        <ol class="layers">
          {#each s.layers as l, i (i)}<li>
              <b>{i + 1}</b>
              {cardOf(desk.job, l.productId)?.name ?? l.productId}, {l.colour}, {METHOD_WORDS[l.method].toLowerCase()}
            </li>{/each}
        </ol>
        {#if desk.mayEdit && !approved}
          <div class="fields">
            <TextField
              label="Name"
              value={s.name}
              maxlength={60}
              oninput={(e) => {
                const v = e.currentTarget.value;
                if (v.trim()) change(s.id, (x) => (x.name = v), `name ${s.id}`);
              }}
            />
            <CountField
              label="Sanded to"
              value={s.lastGrit}
              least={24}
              most={2000}
              onchange={(v) => change(s.id, (x) => (x.lastGrit = v), `grit ${s.id}`)}
            />
            <Choice
              label="Light it was judged in"
              value={s.light}
              options={LIGHTS.map((l) => ({ value: l, label: l }))}
              onchange={(v) => change(s.id, (x) => (x.light = v))}
            />
            <TextField
              label="Recipe"
              value={s.recipe ?? ''}
              maxlength={300}
              placeholder="as the card says"
              oninput={(e) => text(s.id, 'recipe', e.currentTarget.value)}
            />
            <div class="whole">
              <TextField
                label="Note"
                value={s.note ?? ''}
                maxlength={600}
                oninput={(e) => text(s.id, 'note', e.currentTarget.value)}
              />
            </div>
            <Tick
              label="Water popped"
              checked={s.waterPopped}
              onchange={(v) => change(s.id, (x) => (x.waterPopped = v))}
            />
          </div>
        {:else}
          <p class="mt-2">
            Sanded to {s.lastGrit}{s.waterPopped ? ', water popped' : ''}. Judged in {s.light}.{s.recipe
              ? ` ${s.recipe}.`
              : ''}{s.note ? ` ${s.note}` : ''}
          </p>
        {/if}
        <SamplePhotos sample={s} />
        {#if approving === s.id}
          <div class="mt-3 flex flex-wrap items-end gap-3">
            <div class="w-72">
              <TextField
                label="Who approves, by name"
                bind:value={client}
                maxlength={120}
                errors={tried && !client.trim() ? ['Write the name.'] : null}
              />
            </div>
            <button class="btn" onclick={() => approve(s)}>Approved, lock the colour</button>
            <button class="btn line" onclick={() => (approving = null)}>Not now</button>
          </div>
        {:else}
          <div class="mt-3 flex flex-wrap gap-2">
            {#if mayApprove && !approved && (!lock || lock.reopened)}<button
                class="btn"
                onclick={() => {
                  approving = s.id;
                  client = desk.job.client.name;
                  tried = false;
                }}>The client approves it</button
              >{/if}
            {#if desk.mayEdit && !approved}<button
                class="btn danger-line"
                onclick={() => desk.editPart((d) => (d.samples = d.samples?.filter((x) => x.id !== s.id)))}
                >Take it away</button
              >{/if}
          </div>
        {/if}
      </div>
    </li>
  {/each}
</ul>
{#if desk.mayEdit}
  <button class="btn line mt-3" disabled={!desk.job.finish || desk.plan.coats.length === 0} onclick={add}
    >A board with the coats as planned</button
  >
{/if}

<style>
  .lock {
    display: flex;
    gap: 14px;
    margin-top: 14px;
    padding: 14px 16px;
    background: var(--sheet);
    border: 1.5px solid var(--ink);
  }
  .boards {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(min(420px, 100%), 1fr));
    gap: 16px;
    margin-top: 16px;
  }
  .boards > li {
    display: grid;
    grid-template-columns: 44px minmax(0, 1fr);
    background: var(--sheet);
    border: 1px solid var(--rule);
  }
  .boards > li.approved {
    border: 1.5px solid var(--ink);
    border-top-width: 6px;
  }
  .swatch {
    display: flex;
    flex-direction: column;
  }
  .body {
    padding: 12px 14px 14px;
    min-width: 0;
  }
  .head {
    display: flex;
    flex-wrap: wrap;
    gap: 4px 12px;
    align-items: baseline;
  }
  .tag {
    display: inline-flex;
    gap: 6px;
    align-items: center;
    font-weight: 600;
    font-size: 14px;
  }
  .layers {
    margin-top: 8px;
  }
  .layers li {
    border-top: 1px solid var(--rule);
    padding: 4px 0;
    font-size: 14px;
  }
  .fields {
    display: grid;
    grid-template-columns: 1fr 1fr;
    gap: 10px 14px;
    margin-top: 12px;
  }
  .fields .whole {
    grid-column: 1 / -1;
  }
  @media (max-width: 560px) {
    .fields {
      grid-template-columns: 1fr;
    }
  }
</style>
