import {
  mdiArchiveOutline,
  mdiArrowDown,
  mdiArrowUp,
  mdiBookMultipleOutline,
  mdiCalculatorVariantOutline,
  mdiCalendarMonth,
  mdiCalendarOutline,
  mdiChevronDown,
  mdiClockOutline,
  mdiClose,
  mdiDeleteOutline,
  mdiDoorOpen,
  mdiDotsVertical,
  mdiFitToScreenOutline,
  mdiFlaskOutline,
  mdiLock,
  mdiLockOpenVariant,
  mdiMagnify,
  mdiMagnifyMinusOutline,
  mdiMagnifyPlusOutline,
  mdiPencilOutline,
  mdiPin,
  mdiPlus,
  mdiPrinterOutline,
  mdiRedo,
  mdiTrayArrowDown,
  mdiTrayArrowUp,
  mdiUndo,
  mdiViewColumnOutline,
  mdiWeatherNight,
  mdiWhiteBalanceSunny,
} from '@mdi/js';
import { createSvgIcon } from '@mui/material';

/** Every icon of the interface, by what it stands for. */

const icon = (path: string, name: string) => createSvgIcon(<path d={path} />, name);

export const AddIcon = icon(mdiPlus, 'Add');
export const BenchIcon = icon(mdiCalculatorVariantOutline, 'Bench');
export const CalendarIcon = icon(mdiCalendarMonth, 'Calendar');
export const ClockIcon = icon(mdiClockOutline, 'Clock');
export const CloseIcon = icon(mdiClose, 'Close');
export const ColumnsIcon = icon(mdiViewColumnOutline, 'Columns');
export const DarkIcon = icon(mdiWeatherNight, 'Dark');
export const DeleteIcon = icon(mdiDeleteOutline, 'Delete');
export const DemosIcon = icon(mdiFlaskOutline, 'Demos');
export const DownIcon = icon(mdiArrowDown, 'Down');
export const EditIcon = icon(mdiPencilOutline, 'Edit');
export const ExpandIcon = icon(mdiChevronDown, 'Expand');
export const ExportIcon = icon(mdiTrayArrowDown, 'Export');
export const FitIcon = icon(mdiFitToScreenOutline, 'Fit');
export const ImportIcon = icon(mdiTrayArrowUp, 'Import');
export const LightIcon = icon(mdiWhiteBalanceSunny, 'Light');
export const LockIcon = icon(mdiLock, 'Lock');
export const LogbookIcon = icon(mdiBookMultipleOutline, 'Logbook');
export const MoreIcon = icon(mdiDotsVertical, 'More');
export const PinIcon = icon(mdiPin, 'Pin');
export const PrintIcon = icon(mdiPrinterOutline, 'Print');
export const RedoIcon = icon(mdiRedo, 'Redo');
export const SearchIcon = icon(mdiMagnify, 'Search');
export const ShowsIcon = icon(mdiCalendarOutline, 'Shows');
export const StoresIcon = icon(mdiArchiveOutline, 'Stores');
export const UndoIcon = icon(mdiUndo, 'Undo');
export const UnlockIcon = icon(mdiLockOpenVariant, 'Unlock');
export const UpIcon = icon(mdiArrowUp, 'Up');
export const VenuesIcon = icon(mdiDoorOpen, 'Venues');
export const ZoomInIcon = icon(mdiMagnifyPlusOutline, 'ZoomIn');
export const ZoomOutIcon = icon(mdiMagnifyMinusOutline, 'ZoomOut');
