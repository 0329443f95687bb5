<template>
  <ul>
    <li v-for="hive in hives" :key="hive.id">
      {{ label(hive) }} <img src="../../images/hive.png">
    </li>
  </ul>
</template>

<script setup>
import { label } from '@lib/scale';
import * as scale from '@/lib/scale';
import Row from './Row.vue';

defineProps({ hives: Array });
const total = (hives) => hives.map(scale.weigh).reduce((a, b) => a + b, 0);
</script>

<style scoped>
@import "../../css/list.css";
</style>
