import { JobsScreen } from '@/ui/jobs/JobsScreen';

export default JobsScreen;
