<script context="module" lang="ts">
  import * as counting from '../hives/count';
  export const prerender = true;
</script>

<script lang="ts">
  import { count } from '$hives/count';
  export let hives: { alive: boolean }[] = [];
  $: alive = count(hives);
</script>

<p>{alive} of {counting.count(hives)} <img src="../hives/bee.svg" alt="" /></p>
