import { Box, FormControlLabel, MenuItem, Paper, Switch, TextField, Typography } from '@mui/material';
import {
  formatFigure,
  diluted,
  dilutedMolar,
  MIXING,
  peroxide,
  peroxideOf,
  STRONGEST_PCT,
  type PeroxideUnit,
} from '@hearty/core';
import { useState, type ReactNode } from 'react';
import { useSettings } from '../../session/settings';

const UNITS: Record<PeroxideUnit, string> = { pctWW: '% w/w', molPerL: 'mol/L', volumes: 'volume strength' };
const number = (text: string) => (text.trim() === '' ? NaN : Number(text.replace(',', '.')));

/** Mixing: how strong a peroxide is by its three names, and how to make a weaker solution; what goes into which, and PPE. */
export function Solutions() {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 5,
        gridTemplateColumns: 'repeat(auto-fit, minmax(320px, 1fr))',
        alignItems: 'start',
      }}
    >
      <Peroxide />
      <Dilution />
      <Molar />
      <Measures />
    </Box>
  );
}

const Bench = ({
  title,
  verdict,
  children,
  working,
}: {
  title: string;
  verdict: ReactNode;
  children: ReactNode;
  working: ReactNode;
}) => (
  <Paper variant="outlined" component="section" aria-label={title} sx={{ p: 4 }}>
    <Typography variant="h2" sx={{ mb: 3 }}>
      {title}
    </Typography>
    <Box sx={{ display: 'grid', gridTemplateColumns: '1fr 1fr', gap: 3 }}>{children}</Box>
    <Typography aria-live="polite" sx={{ my: 3, color: 'secondary.main', fontWeight: 700, fontSize: 17 }}>
      {verdict}
    </Typography>
    <Typography color="textSecondary" sx={{ fontSize: 13 }}>
      {working}
    </Typography>
  </Paper>
);

const Field = ({
  label,
  value,
  onChange,
  wrong = '',
}: {
  label: string;
  value: string;
  onChange: (text: string) => void;
  wrong?: string | undefined;
}) => (
  <TextField
    label={label}
    value={value}
    onChange={(e) => onChange(e.target.value)}
    error={!!wrong}
    helperText={wrong}
    slotProps={{ htmlInput: { inputMode: 'decimal' } }}
  />
);

function Peroxide() {
  const [value, setValue] = useState('6');
  const [unit, setUnit] = useState<PeroxideUnit>('pctWW');
  const strength = peroxideOf(number(value), unit);
  const most = peroxide(STRONGEST_PCT)[unit];
  return (
    <Bench
      title="How strong is this peroxide?"
      verdict={
        strength
          ? `${formatFigure(strength.pctWW)} % w/w = ${formatFigure(strength.molPerL)} mol/L = ${formatFigure(strength.volumes)} volumes`
          : ''
      }
      working={
        <>
          Volumes are litres of oxygen, at 0 °C and 1 atm, from one litre: c · 22.414 / 2, c = 1000 ρ w /
          34.014. Density {strength ? formatFigure(strength.gPerML) : 'ρ'} g/mL at 20 °C (Easton, Mitchell
          &amp; Wynne-Jones 1952, from memory).
        </>
      }
    >
      <Field
        label="Strength"
        value={value}
        onChange={setValue}
        wrong={strength ? '' : `Write a number from 0 to ${formatFigure(most)}, such as 6.`}
      />
      <TextField
        select
        label="Given as"
        value={unit}
        onChange={(e) => setUnit(e.target.value as PeroxideUnit)}
      >
        {Object.entries(UNITS).map(([key, words]) => (
          <MenuItem key={key} value={key}>
            {words}
          </MenuItem>
        ))}
      </TextField>
    </Bench>
  );
}

function Dilution() {
  const [what, setWhat] = useState<keyof typeof MIXING>('peroxide');
  const [made, setMade] = useState('500');
  const [weak, setWeak] = useState('6');
  const [strong, setStrong] = useState('30');
  const [density, setDensity] = useState('1.2');
  const gPerML = what === 'peroxide' ? peroxide(number(strong)).gPerML : number(density);
  const mix = diluted(number(made), number(weak), number(strong), gPerML);
  const { order, ppe } = MIXING[what];
  return (
    <Bench
      title="Making it weaker, by mass"
      verdict={
        mix
          ? `${formatFigure(mix.stockG)} g of stock (${formatFigure(mix.stockML)} mL) into ${formatFigure(mix.waterG)} g of water (${formatFigure(mix.waterML)} mL)`
          : ''
      }
      working={
        <>
          <b>{order}</b>
          <br />
          Wear: {ppe(number(strong))}
          <br />
          Stock = made · weak / strong; % w/w. The supplier’s data sheet and local rules come first.
        </>
      }
    >
      <TextField
        select
        label="What"
        value={what}
        onChange={(e) => setWhat(e.target.value as keyof typeof MIXING)}
      >
        {Object.entries(MIXING).map(([key, { title }]) => (
          <MenuItem key={key} value={key}>
            {title}
          </MenuItem>
        ))}
      </TextField>
      <Field
        label="To make, g"
        value={made}
        onChange={setMade}
        wrong={number(made) > 0 ? '' : 'Write a number such as 500.'}
      />
      <Field
        label="Of strength, % w/w"
        value={weak}
        onChange={setWeak}
        wrong={number(weak) > 0 ? '' : 'Write a number such as 6.'}
      />
      <Field
        label="From stock of, % w/w"
        value={strong}
        onChange={setStrong}
        wrong={
          number(strong) >= number(weak)
            ? Number.isFinite(gPerML)
              ? ''
              : `At most ${STRONGEST_PCT}.`
            : 'The stock must be the stronger.'
        }
      />
      {what !== 'peroxide' && (
        <Field
          label="Density of stock, g/mL"
          value={density}
          onChange={setDensity}
          wrong={number(density) > 0 ? '' : 'Write a number such as 1.2.'}
        />
      )}
    </Bench>
  );
}

function Molar() {
  const [made, setMade] = useState('1000');
  const [weak, setWeak] = useState('0.5');
  const [strong, setStrong] = useState('2');
  const stock = dilutedMolar(number(made), number(weak), number(strong));
  return (
    <Bench
      title="Making it weaker, in mol/L"
      verdict={
        stock === undefined
          ? ''
          : `${formatFigure(stock)} mL of stock, filled up with water to ${formatFigure(number(made))} mL`
      }
      working="C₁V₁ = C₂V₂ holds for molar strengths, not for percent by mass."
    >
      <Field
        label="To make, mL"
        value={made}
        onChange={setMade}
        wrong={number(made) > 0 ? '' : 'Write a number such as 1000.'}
      />
      <Field
        label="Of strength, mol/L"
        value={weak}
        onChange={setWeak}
        wrong={number(weak) > 0 ? '' : 'Write a number such as 0.5.'}
      />
      <Field
        label="From stock of, mol/L"
        value={strong}
        onChange={setStrong}
        wrong={number(strong) >= number(weak) ? '' : 'The stock must be the stronger.'}
      />
    </Bench>
  );
}

function Measures() {
  const { cup, setCup } = useSettings();
  return (
    <Bench
      title="What is a cup here?"
      verdict={cup === 'US' ? '1 cup is 236.6 mL' : '1 cup is 250 mL'}
      working="US customary (NIST Handbook 44, App. C) unless you choose the metric cup. Remembered on this device; amounts are kept in SI, so nothing already typed changes."
    >
      <FormControlLabel
        sx={{ gridColumn: '1 / -1' }}
        control={<Switch checked={cup === 'metric'} onChange={(_e, on) => setCup(on ? 'metric' : 'US')} />}
        label="Metric cup, 250 mL"
      />
    </Bench>
  );
}
