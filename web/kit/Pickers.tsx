import { clockToS, toClock } from '@hearty/core';
import { DateCalendar } from '@mui/x-date-pickers/DateCalendar';
import { LocalizationProvider } from '@mui/x-date-pickers/LocalizationProvider';
import { MultiSectionDigitalClock } from '@mui/x-date-pickers/MultiSectionDigitalClock';
import { AdapterDateFns } from '@mui/x-date-pickers/AdapterDateFns';
import { addSeconds, differenceInSeconds, format, isValid, parseISO, startOfDay } from 'date-fns';
import { enGB } from 'date-fns/locale/en-GB';

interface PickerProps {
  /** What stands in the field; picking begins there. */
  value: string;
  onPick: (picked: string) => void;
  onDone: () => void;
}

/** The calendar of the component library, or its clock, in the words and the order of the rest of the product. */
export default function Pickers({ as, ...picker }: PickerProps & { as: 'clock' | 'day' }) {
  return (
    <LocalizationProvider dateAdapter={AdapterDateFns} adapterLocale={enGB}>
      {as === 'day' ? <DayPicker {...picker} /> : <ClockPicker {...picker} />}
    </LocalizationProvider>
  );
}

function DayPicker({ value, onPick, onDone }: PickerProps) {
  const day = parseISO(value);
  return (
    <DateCalendar
      autoFocus
      value={isValid(day) ? day : null}
      onChange={(picked: Date | null, state) => {
        if (!picked || state !== 'finish') return;
        onPick(format(picked, 'yyyy-MM-dd'));
        onDone();
      }}
    />
  );
}

/** Any day will do to count its hours from: one without a change of the clocks. */
const SOME_DAY = startOfDay(new Date(2026, 0, 15));

function ClockPicker({ value, onPick, onDone }: PickerProps) {
  const s = clockToS(value) % 86_400;
  return (
    <MultiSectionDigitalClock
      autoFocus
      ampm={false}
      timeSteps={{ minutes: 5 }}
      value={Number.isFinite(s) ? addSeconds(SOME_DAY, s) : null}
      onChange={(picked: Date | null, state) => {
        if (!picked) return;
        onPick(toClock(differenceInSeconds(picked, SOME_DAY)));
        if (state === 'finish') onDone();
      }}
    />
  );
}
