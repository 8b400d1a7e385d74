import {
  mdiAccountSync,
  mdiAlertOutline,
  mdiAllergy,
  mdiArrowTopRight,
  mdiBottleTonicSkull,
  mdiCloudOutline,
  mdiFire,
  mdiFlashOutline,
  mdiGlassFragile,
  mdiLightbulbOff,
  mdiLightbulbOnOutline,
  mdiMagnet,
  mdiSnowflake,
  mdiTestTube,
  mdiThermometerHigh,
  mdiVolumeHigh,
  mdiWaterOutline,
  mdiWeatherWindy,
} from '@mdi/js';
import { HAZARD_FACTS, type Hazard } from '@hearty/core';
import { Chip, SvgIcon, type ChipProps } from '@mui/material';

/** What a hazard is known by at a glance, beside its name. */
const ICONS: Readonly<Record<Hazard, string>> = {
  flame: mdiFire,
  'flammable vapour': mdiCloudOutline,
  hot: mdiThermometerHigh,
  cryogen: mdiSnowflake,
  'asphyxiant gas': mdiWeatherWindy,
  oxidiser: mdiBottleTonicSkull,
  corrosive: mdiTestTube,
  pressure: mdiAlertOutline,
  projectile: mdiArrowTopRight,
  noise: mdiVolumeHigh,
  'high voltage': mdiFlashOutline,
  'strong magnet': mdiMagnet,
  'spinning person': mdiAccountSync,
  'broken glass': mdiGlassFragile,
  'slippery floor': mdiWaterOutline,
  allergen: mdiAllergy,
  'flashing light': mdiLightbulbOnOutline,
  darkness: mdiLightbulbOff,
};

/** A hazard by name and sign; what it can do to somebody shows on hovering. */
export const HazardChip = ({ hazard, size }: { hazard: Hazard; size?: ChipProps['size'] }) => (
  <Chip
    size={size ?? 'medium'}
    label={hazard}
    title={HAZARD_FACTS[hazard].harm}
    color="warning"
    variant="outlined"
    sx={{ borderRadius: 1 }}
    icon={
      <SvgIcon>
        <path d={ICONS[hazard]} />
      </SvgIcon>
    }
  />
);
