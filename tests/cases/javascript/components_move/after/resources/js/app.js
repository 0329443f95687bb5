import HiveList from './hives/pages/HiveList.vue';
import { weigh } from '@/lib/scale';

export default { HiveList, weigh };
