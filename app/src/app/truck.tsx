import { TruckScreen } from '@/ui/truck/TruckScreen';

export default TruckScreen;
