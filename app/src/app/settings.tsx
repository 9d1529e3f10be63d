import { SettingsScreen } from '@/ui/settings/SettingsScreen';

export default SettingsScreen;
