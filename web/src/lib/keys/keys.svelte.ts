import { untrack } from 'svelte';

/** A key of the present screen, for the sheet on ? and for the listener. */
export interface Key {
  /** As in KeyboardEvent.key; several are shown and listened for alike. */
  keys: string[];
  label: string;
  does: (event: KeyboardEvent) => void;
}

/** The keys of the screen that is shown, and of what is shown on it. */
class Keys {
  #used = $state.raw<Key[][]>([]);
  /** What was shown last comes first. */
  readonly list = $derived(this.#used.toReversed().flat());

  /** Listens while the returned function has not been called. */
  use(list: Key[]): () => void {
    const used = () => untrack(() => this.#used);
    this.#used = [...used(), list];
    return () => {
      this.#used = used().filter((l) => l !== list);
    };
  }

  handle(event: KeyboardEvent): void {
    const typing =
      event.target instanceof HTMLElement &&
      event.target.closest('input, textarea, select, [contenteditable], dialog[open]');
    if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
    const key = this.list.find((k) => k.keys.includes(event.key));
    if (!key) return;
    const onButton =
      event.target instanceof HTMLElement && event.target.closest('button, a, summary');
    if (onButton && (event.key === 'Enter' || event.key === ' ')) return;
    event.preventDefault();
    key.does(event);
  }
}

export const keys = new Keys();
