<script lang="ts">
  import { findingName, type SurveyPhoto } from '$core/survey';
  import { faceName, type Surface } from '$core/surface';
  import Choice from '../fields/Choice.svelte';
  import { useJobDesk } from '../job-desk/job-desk.svelte';
  import Sign from '../marks/Sign.svelte';
  import { dayMonth } from '$words/time';
  import PhotoViewer from './PhotoViewer.svelte';

  /** Photos of a surface: taken or picked, pinned to a face or a finding, seen large and before beside after. */
  const {
    surface,
    photos,
    stage = 'before'
  }: { surface: Surface; photos: readonly SurveyPhoto[]; stage?: SurveyPhoto['stage'] } = $props();
  const desk = useJobDesk();
  const zone = $derived(desk.job.site.timeZone);
  const found = $derived(
    [...(desk.state.surveys.get(surface.id)?.findings ?? [])].filter(([, f]) => f.present).map(([id]) => id)
  );
  const pins = $derived([
    { value: '', label: 'The whole surface' },
    ...surface.faces.map((f) => ({ value: `face ${f.id}`, label: faceName(f.kind) })),
    ...found.map((id) => ({ value: `finding ${id}`, label: findingName(id) }))
  ]);
  let pin = $state('');
  // The page says the usual stage, the person may change it.
  // svelte-ignore state_referenced_locally
  let when = $state<SurveyPhoto['stage']>(stage);
  let wrong = $state('');
  let viewing = $state<string | null>(null);
  /** The refused photo that is let go of at the second tap. */
  let lettingGo = $state('');

  async function take(files: FileList | null) {
    wrong = '';
    const [kind, ...rest] = pin.split(' ');
    const id = rest.join(' ');
    for (const file of files ?? []) {
      const problem = await desk.photos.add(file, {
        surface: surface.id,
        stage: when,
        ...(kind === 'face' && { face: id }),
        ...(kind === 'finding' && { finding: id })
      });
      if (problem) wrong = `${file.name}: ${problem}`;
    }
  }
  const words = (p: SurveyPhoto) =>
    [
      p.stage,
      p.finding && findingName(p.finding).toLowerCase(),
      p.face && faceName(surface.faces.find((f) => f.id === p.face)?.kind ?? 'top').toLowerCase(),
      dayMonth(p.atMs, zone)
    ]
      .filter(Boolean)
      .join(', ');
  const waiting = (photo: string) => desk.photos.onItsWay.find((p) => p.id === photo);
</script>

<section aria-label="Photos">
  <h2 class="border-b-[1.5px] border-ink pb-1">Photos</h2>
  {#if photos.length}
    <ul class="strip">
      {#each photos as p (p.id)}
        {@const way = waiting(p.photo)}
        <li>
          <button class="shot" onclick={() => (viewing = p.photo)} aria-label="Photo, {words(p)}: look at it large">
            <img src={desk.photos.urlOf(p.photo, 'small')} alt="" loading="lazy" />
          </button>
          <span class="words">{words(p)}</span>
          {#if way?.refused}
            <span class="bad">{way.refused}</span>
            <span class="flex flex-wrap items-center gap-x-4">
              {#if lettingGo === way.id}
                <button class="link min-h-10" onclick={() => desk.photos.letGo(way)}>Yes, for good</button>
                <button class="link min-h-10" onclick={() => (lettingGo = '')}>Keep it</button>
              {:else}
                <button class="link min-h-10" onclick={() => desk.photos.resend(way.id)}>Send again</button>
                <a class="link min-h-10 content-center" href={way.url} download="{way.id}.jpg">Save</a>
                <button class="link min-h-10" onclick={() => (lettingGo = way.id)}>Let it go</button>
              {/if}
            </span>
          {:else if way}
            <span class="words" role="status"
              >{desk.photos.outOfReach ? 'kept on this phone' : `sending ${Math.round(way.sent * 100)} %`}</span
            >
            <progress max="1" value={way.sent}>{Math.round(way.sent * 100)} %</progress>
          {/if}
        </li>
      {/each}
    </ul>
  {:else}
    <p class="mt-2 text-[14px]">None yet. One of the whole, one of every finding, before anything is touched.</p>
  {/if}
  {#if desk.mayLog}
    <div class="mt-2 grid grid-cols-2 gap-2">
      <Choice label="Pinned to" bind:value={pin} options={pins} />
      <Choice
        label="Taken"
        bind:value={when}
        options={[
          { value: 'before', label: 'Before' },
          { value: 'during', label: 'During' },
          { value: 'after', label: 'After' }
        ]}
      />
    </div>
    <label class="btn line mt-2 min-h-12 w-full">
      Add photos
      <input
        class="unseen"
        type="file"
        accept="image/jpeg,image/png,image/webp"
        multiple
        onchange={(e) => {
          void take(e.currentTarget.files).then(() => ((e.target as HTMLInputElement).value = ''));
        }}
      />
    </label>
    {#if wrong}<p class="mt-1 flex gap-2 font-semibold text-stop" role="alert"><Sign kind="stop" />{wrong}</p>{/if}
  {/if}
</section>
{#if viewing}<PhotoViewer {photos} bind:viewing {words} />{/if}

<style>
  .strip {
    display: grid;
    grid-template-columns: repeat(auto-fill, minmax(104px, 1fr));
    gap: 8px;
    margin-top: 8px;
  }
  li {
    position: relative;
    display: grid;
    gap: 2px;
    align-content: start;
  }
  .shot {
    display: block;
    aspect-ratio: 4 / 3;
    overflow: hidden;
    background: var(--sunk);
    border: 1px solid var(--rule-2);
  }
  img {
    width: 100%;
    height: 100%;
    object-fit: cover;
  }
  .words {
    font-size: 12.5px;
    color: var(--ink-2);
  }
  .bad {
    font-size: 12.5px;
    color: var(--stop);
    font-weight: 600;
  }
  progress {
    width: 100%;
    height: 4px;
    accent-color: var(--ink);
  }
  label:focus-within {
    outline: 3px solid var(--ink);
    outline-offset: 2px;
  }
  label {
    position: relative;
  }
</style>
