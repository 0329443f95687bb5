import HiveList from './pages/HiveList.vue';
import { weigh } from '@/hives/naming';

export default { HiveList, weigh };
