<script context="module" lang="ts">
  import * as counting from '../domains/hives/count';
  export const prerender = true;
</script>

<script lang="ts">
  import { count } from '$hives/count';
  export let hives: { alive: boolean }[] = [];
  $: alive = count(hives);
</script>

<p>{alive} of {counting.count(hives)} <img src="../domains/hives/bee.svg" alt="" /></p>
