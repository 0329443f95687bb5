import HiveList from './pages/HiveList.vue';
import { weigh } from '@/hives/weights';

export default { HiveList, weigh };
