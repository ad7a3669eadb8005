import { untrack } from 'svelte';

/** Data that come from the server: at first nothing, then the newest that arrived; a reload keeps what is shown. */
export class Resource<T> {
  data = $state.raw<T | null>(null);
  error = $state.raw<unknown>(null);
  loading = $state(false);

  #get: () => Promise<T>;
  #run = 0;

  constructor(get: () => Promise<T>) {
    this.#get = get;
    void this.load();
  }

  /**
   * The same for a page whose address says what is asked for: when the address changes and the page stays, what was
   * shown goes and the new is read. For the beginning of a component.
   */
  static at<T>(address: () => string, get: () => Promise<T>): Resource<T> {
    const resource = new Resource(get);
    let here = address();
    $effect(() => {
      const now = address();
      if (now === here) return;
      here = now;
      resource.data = null;
      void untrack(resource.load);
    });
    return resource;
  }

  load = async (): Promise<void> => {
    const run = ++this.#run;
    this.loading = true;
    try {
      const data = await this.#get();
      if (run !== this.#run) return;
      this.data = data;
      this.error = null;
    } catch (error) {
      if (run === this.#run) this.error = error;
    } finally {
      if (run === this.#run) this.loading = false;
    }
  };
}
