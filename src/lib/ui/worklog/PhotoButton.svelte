<script lang="ts">
  import { useJobDesk } from '../job-desk/job-desk.svelte';

  interface Props {
    /** What it shows: a surface of the job, and what was being done to it. */
    surface: string;
    caption: string;
  }
  /** A photo at any step: pinned to what is being worked and to what was being done, kept on the phone until it is sent. */
  const { surface, caption }: Props = $props();
  const desk = useJobDesk();
  const id = $props.id();
  let wrong = $state('');
  let kept = $state(0);

  async function take(input: HTMLInputElement) {
    wrong = '';
    for (const file of input.files ?? []) {
      const problem = await desk.photos.add(file, { surface, stage: 'during', caption: caption.slice(0, 200) });
      if (problem) wrong = problem;
      else kept++;
    }
    input.value = '';
  }
</script>

<label class="btn line" for={id}
  >Photo{#if kept}<span class="kept" role="status">{kept} kept</span>{/if}</label
>
<input {id} class="unseen" type="file" accept="image/*" capture="environment" onchange={(e) => take(e.currentTarget)} />
{#if wrong}<p class="font-semibold text-stop" role="alert">{wrong}</p>{/if}

<style>
  label {
    flex: 1 1 28%;
    min-height: 52px;
  }
  .kept {
    margin-left: 6px;
    font-weight: 400;
    font-size: 13px;
  }
</style>
