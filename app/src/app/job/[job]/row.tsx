import { late } from '@/ui/parts/late';
import { jobRoute } from '@/ui/parts/late-route';

export default jobRoute(late('RowScreen'));
