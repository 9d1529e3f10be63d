/**
 * Everything that is not of a first look, in one module, so that it is one file to fetch: what several late files
 * share would be sent with the first screen. It is fetched when nothing else is to be done.
 */
export { ArchiveScreen } from './archive/ArchiveScreen';
export { BenchScreen } from './bench/BenchScreen';
export { ItemCard } from './box/ItemCard';
export { KeySheet } from './box/keys';
export { Conflict } from './box/Conflict';
export { BoxPanel } from './box/panels/BoxPanel';
export { CablePanel } from './box/panels/CablePanel';
export { DevicePanel } from './box/panels/DevicePanel';
export { LinePanel } from './box/panels/LinePanel';
export { MorePanel } from './box/panels/MorePanel';
export { WideCount } from './box/panels/WideCount';
export { OutageScreen } from './house/OutageScreen';
export { PanelScreen } from './house/PanelScreen';
export { RunScreen } from './house/RunScreen';
export { TagsScreen } from './house/TagsScreen';
export { Batch } from './jobs/Batch';
export { HouseChart } from './jobs/HouseChart';
export { NewJobForm } from './jobs/NewJobForm';
export { RowScreen } from './jobs/RowScreen';
export { TapScreen } from './jobs/TapScreen';
export { TripScreen } from './jobs/TripScreen';
export { JobEventsScreen } from './logbook/JobEventsScreen';
export { LabelsScreen } from './labels/LabelsScreen';
export { ScanScreen } from './labels/ScanScreen';
export { LogbookScreen } from './logbook/LogbookScreen';
export { QuickLine } from './parts/QuickLine';
export { SettingsScreen } from './settings/SettingsScreen';
export { SheetScreen } from './sheet/SheetScreen';
export { learnWiring, madeOf } from './stations/join/use-wiring';
export { VIEWS } from './stations/views';
export { TrashScreen } from './trash/TrashScreen';
export { TruckScreen } from './truck/TruckScreen';
