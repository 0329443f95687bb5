<template>
  <ul>
    <li v-for="hive in hives" :key="hive.id">
      {{ label(hive) }} <img src="../../images/hive.png">
    </li>
  </ul>
</template>

<script setup>
import { label } from '@lib/scale';
import Row from './Row.vue';
import { weigh } from '@/hives/naming';

defineProps({ hives: Array });
const total = (hives) => hives.map(weigh).reduce((a, b) => a + b, 0);
</script>

<style scoped>
@import "../../css/list.css";
</style>
