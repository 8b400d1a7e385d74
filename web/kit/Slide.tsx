import { Slider } from '@mui/material';

/** A range so wide is slid along by factors, not by steps. */
const WIDE = 200;
/** Places on a slider. */
const PLACES = 400;

/** A number slid along between two bounds, beside the field in which it is typed. */
export function Slide({
  label,
  min,
  max,
  value,
  onSlide,
  say = String,
}: {
  label: string;
  min: number;
  max: number;
  value: number;
  /** `done` once it is let go. */
  onSlide: (value: number, done: boolean) => void;
  /** The value as it is read out. */
  say?: (value: number) => string;
}) {
  const byFactors = min > 0 && max / min > WIDE;
  const place = byFactors
    ? (PLACES * Math.log(value / min)) / Math.log(max / min)
    : (PLACES * (value - min)) / (max - min);
  const at = (to: number) => {
    const exact = byFactors ? min * (max / min) ** (to / PLACES) : min + ((max - min) * to) / PLACES;
    return Math.min(max, Math.max(min, Number(exact.toPrecision(3))));
  };
  return (
    <Slider
      size="small"
      min={0}
      max={PLACES}
      value={place}
      onChange={(_e, to) => onSlide(at(to), false)}
      onChangeCommitted={(_e, to) => onSlide(at(to as number), true)}
      getAriaValueText={() => say(value)}
      slotProps={{ input: { 'aria-label': `${label}, slide` } }}
      sx={{ mx: 2, width: 'calc(100% - 16px)', py: '10px' }}
    />
  );
}
