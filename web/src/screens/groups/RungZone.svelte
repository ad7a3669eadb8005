<script lang="ts">
  import { dndzone, TRIGGERS, type DndEvent } from 'svelte-dnd-action';
  import { m } from '../../lib/paraglide/messages';
  import type { Member, Place, Rung, Tag } from './board';

  interface Props {
    rung: Rung;
    name: string;
    /** Grows when the board was read anew or a move was called off: tags go back to where they belong. */
    version: number;
    show: (member: Member, to?: Place) => void;
  }
  let { rung, name, version, show }: Props = $props();

  const FEW = 14;
  let whole = $state(false);
  let dragged = $state.raw<Tag[] | null>(null);
  const few = $derived(whole ? rung.tags : rung.tags.slice(0, FEW));
  const tags = $derived(dragged ?? few);

  $effect(() => {
    void version;
    void rung;
    dragged = null;
  });

  function consider(event: CustomEvent<DndEvent<Tag>>) {
    dragged = event.detail.items;
  }

  function finalize(event: CustomEvent<DndEvent<Tag>>) {
    dragged = event.detail.items;
    const { id, trigger } = event.detail.info;
    const dropped = event.detail.items.find((tag) => tag.id === id);
    if (
      trigger === TRIGGERS.DROPPED_INTO_ZONE &&
      dropped &&
      !rung.tags.some((tag) => tag.id === id)
    )
      show(dropped.member, rung.place);
  }

  const locked = (member: Member) => member.decision?.kind === 'LOCK';
</script>

<li class="rung" data-rung={rung.key}>
  <p class="px-2 pt-1 text-sm leading-tight">
    {name}{#if rung.tags.length}<strong class="sign float-right text-base"
        >{rung.tags.length}</strong
      >{/if}
  </p>
  <ul
    class="zone"
    aria-label={name}
    use:dndzone={{
      items: tags,
      flipDurationMs: 120,
      type: 'tag',
      dropTargetStyle: {},
      dropTargetClasses: ['over'],
      zoneTabIndex: -1,
      zoneItemTabIndex: -1,
      autoAriaDisabled: true,
      dragDisabled: rung.place.focus === 'PROTECT',
    }}
    onconsider={consider}
    onfinalize={finalize}
  >
    {#each tags as tag (tag.id)}
      <li>
        <!-- not a button element: dragging never starts on one -->
        <div
          role="button"
          tabindex="0"
          class={['tag', tag.member.decision && 'decided']}
          data-tag={tag.id}
          onclick={() => show(tag.member)}
          onkeydown={(e) => e.key === 'Enter' && show(tag.member)}
        >
          {tag.member.name}
          {#if locked(tag.member)}<span class="sign" title={m.locked()}
              >▣<span class="sr-only">{m.locked()}</span></span
            >
          {:else if tag.member.decision}<span class="sign" title={m.moved()}
              >↔<span class="sr-only">{m.moved()}</span></span
            >{/if}
          {#if tag.member.proposal.kind === 'placed' && tag.member.proposal.pains.length}<span
              class="sign"
              title={m.sore_sign()}>+<span class="sr-only">{m.sore_sign()}</span></span
            >{/if}
          {#if tag.member.outdated}<span class="sign" title={m.outdated()}
              >!<span class="sr-only">{m.outdated()}</span></span
            >{/if}
        </div>
      </li>
    {/each}
  </ul>
  {#if rung.tags.length > few.length}
    <button class="btn w-full btn-ghost text-sm" onclick={() => (whole = true)}
      >{m.show_more({ count: rung.tags.length - few.length })}</button
    >
  {/if}
</li>

<style>
  .rung {
    display: flex;
    min-height: 3rem;
    flex-direction: column;
    border-bottom: 5px solid var(--line);
  }
  .zone {
    display: flex;
    flex: 1;
    flex-wrap: wrap;
    align-content: flex-end;
    gap: 0.3rem;
    min-height: 1rem;
    padding: 0.25rem 0.4rem 0;
  }
  :global(.zone.over) {
    background: color-mix(in oklab, var(--color-accent) 22%, transparent);
  }
  .tag {
    display: flex;
    align-items: center;
    gap: 0.3rem;
    min-height: 2.75rem;
    padding: 0.15rem 0.55rem;
    border: 1px solid var(--color-base-content);
    border-bottom: 0;
    background: var(--color-base-100);
    font-size: 0.95rem;
    text-align: left;
    cursor: grab;
  }
  .tag.decided {
    border-width: 2px 2px 0;
    font-weight: 700;
  }
</style>
