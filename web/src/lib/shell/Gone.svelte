<script lang="ts">
  import { m } from '../paraglide/messages';
  import Page from './Page.svelte';
</script>

<Page title={m.gone_title()}>
  <p class="max-w-prose">{m.gone_text()}</p>
  <a class="btn mt-4 btn-primary" href="#/">{m.nav_today()}</a>
</Page>
