<script lang="ts">
  import { Problem, type Schemas } from '../../lib/api/client';
  import { given } from '../../lib/given';
  import { m } from '../../lib/paraglide/messages';
  import { LANDMARKS, landmarkName } from '../../lib/words/motion';
  import { trouble } from '../../lib/words/trouble';
  import type { Landmark } from '../../lib/motion/clip';
  import type { Bench } from './bench.svelte';
  import CameraPlace from './CameraPlace.svelte';
  import { sendLandmarks } from './files';
  import { placeKept } from './place';

  let { bench }: { bench: Bench } = $props();

  type Read = Schemas['MeasuringControllerFileRead'];
  let file = $state.raw<File | null>(null);
  let plane = $state<'FRONT' | 'SIDE' | 'SPACE'>('SIDE');
  let facing = $state<'RIGHT' | 'LEFT' | 'TOWARD' | 'AWAY'>('RIGHT');
  let rate = $state<number | undefined>();
  let read = $state.raw<Read | null>(null);
  let mapping = $state<Record<string, Landmark | ''>>({});
  let error = $state.raw<unknown>(null);
  let busy = $state(false);
  const picture = $derived(read?.format === 'COCO' || read?.format === 'LANDMARKS_33');
  const facings = $derived(
    plane === 'FRONT'
      ? ([
          ['TOWARD', m.facing_toward],
          ['AWAY', m.facing_away],
        ] as const)
      : ([
          ['RIGHT', m.facing_right],
          ['LEFT', m.facing_left],
        ] as const),
  );

  async function take(mapped: boolean) {
    if (!file) return;
    busy = true;
    try {
      const got = await sendLandmarks(
        file,
        given({
          plane,
          facing: facings.some(([f]) => f === facing) ? facing : facings[0][0],
          rate,
          mapped: mapped
            ? Object.entries(mapping).flatMap(([name, l]) => (l ? [`${name}=${l}`] : []))
            : [],
        }),
      );
      read = got;
      mapping = Object.fromEntries(got.names.map((n) => [n, got.mapping[n] ?? '']));
      error = null;
      bench.about = given({
        ...bench.about,
        ...placeKept(),
        near: undefined,
        behind: facing === 'AWAY' || undefined,
      });
      await bench.lay(got.clip, 'LANDMARK_FILE');
    } catch (e) {
      error = e;
      if (!(e instanceof Problem)) throw e;
    } finally {
      busy = false;
    }
  }

  function picked(event: Event) {
    file = (event.currentTarget as HTMLInputElement).files?.[0] ?? null;
    read = null;
    void take(false);
  }

  /** A landmark belongs to one name; giving it to another takes it away from the first. */
  function map(name: string, landmark: Landmark | '') {
    for (const other of Object.keys(mapping))
      if (other !== name && mapping[other] === landmark) mapping[other] = '';
    mapping[name] = landmark;
  }
</script>

<div class="grid gap-3" data-testid="file">
  <p class="quiet text-sm">{m.file_lead()}</p>
  <div class="grid grid-cols-2 gap-3">
    <label class="grid gap-1 text-sm font-bold"
      >{m.meas_seen_from()}
      <select class="select" bind:value={plane} onchange={() => take(!!read)}>
        <option value="FRONT">{m.meas_front()}</option>
        <option value="SIDE">{m.meas_side()}</option>
        <option value="SPACE">{m.meas_space()}</option>
      </select>
    </label>
    {#if plane !== 'SPACE'}
      <label class="grid gap-1 text-sm font-bold"
        >{m.meas_facing()}
        <select class="select" bind:value={facing} onchange={() => take(!!read)}>
          {#each facings as [value, word] (value)}<option {value}>{word()}</option>{/each}
        </select>
      </label>
    {/if}
  </div>
  <label class="grid gap-1 text-sm font-bold"
    >{m.file_choose()}
    <input
      class="file-input w-full"
      type="file"
      accept=".csv,.json,.trc,.c3d,.txt"
      onchange={picked}
    />
  </label>
  {#if busy}<p class="quiet flex items-center gap-2" role="status">
      <span class="loading loading-sm loading-bars" aria-hidden="true"></span>{m.file_reading()}
    </p>{/if}
  {#if error}<p class="border-l-4 border-error pl-3" role="alert">{trouble(error)}</p>{/if}
  {#if read}
    {#if picture || !read.clip.metresPerUnit}
      <div class="grid grid-cols-2 gap-3"><CameraPlace {bench} /></div>
      <label class="grid gap-1 text-sm font-bold"
        >{m.file_rate()}
        <input
          class="input w-28"
          type="number"
          min="1"
          max="1000"
          bind:value={rate}
          placeholder={String(read.clip.rate)}
          onchange={() => take(true)}
        />
      </label>
    {/if}
    <details open={Object.keys(read.mapping).length < 6}>
      <summary class="flex min-h-11 cursor-pointer items-center underline"
        >{m.file_mapping({
          taken: Object.keys(read.mapping).length,
          all: read.names.length,
        })}</summary
      >
      <div class="max-h-72 overflow-y-auto">
        <table class="w-full text-left text-sm">
          <thead
            ><tr><th scope="col">{m.file_name()}</th><th scope="col">{m.file_landmark()}</th></tr
            ></thead
          >
          <tbody>
            {#each read.names as name (name)}
              <tr>
                <th scope="row" class="font-normal break-all">{name}</th>
                <td>
                  <select
                    class="select w-full select-sm"
                    aria-label={m.file_landmark_of({ name })}
                    value={mapping[name]}
                    onchange={(e) => map(name, e.currentTarget.value as Landmark | '')}
                  >
                    <option value="">{m.file_left_out()}</option>
                    {#each LANDMARKS as l (l)}<option value={l}>{landmarkName(l)}</option>{/each}
                  </select>
                </td>
              </tr>
            {/each}
          </tbody>
        </table>
      </div>
      <button class="btn-soft-line btn mt-2" onclick={() => take(true)}
        >{m.file_read_again()}</button
      >
    </details>
  {/if}
</div>
