<script lang="ts">
import type { Hive } from '~/js/types';
export default { name: 'Row' };
</script>
<template><li><slot /></li></template>
