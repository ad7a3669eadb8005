/** A key of the present screen, for the sheet on ? and for the listener. */
export interface Key {
  /** As in KeyboardEvent.key; several are shown and listened for alike. */
  keys: string[];
  label: string;
  does: (event: KeyboardEvent) => void;
}

/** The keys of the screen that is shown. */
class Keys {
  list = $state.raw<Key[]>([]);

  /** Listens while the returned function has not been called. */
  use(list: Key[]): () => void {
    this.list = list;
    return () => {
      if (this.list === list) this.list = [];
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
