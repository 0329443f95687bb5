import HiveList from './pages/HiveList.vue';
import { weigh } from '@/lib/scale';

export default { HiveList, weigh };
