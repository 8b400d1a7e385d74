import { Box, Paper, Typography } from '@mui/material';
import {
  declare,
  diluted,
  dilutedByVolume,
  formatFigure,
  MIXING,
  peroxide,
  peroxideOf,
  STRONGEST_MOL_PER_L,
  STRONGEST_PCT,
  type PeroxideUnit,
  type Problem,
} from '@hearty/core';
import type { ReactNode } from 'react';
import { useForm, useWatch, type DefaultValues, type FieldValues } from 'react-hook-form';
import { Drawn, FieldIn, FormOf, refusals, resolverOf, type Fields } from '../../kit/fields';
import { useSettings } from '../../session/settings';

/** Mixing: how strong a peroxide is by its three names, and how to make a weaker solution; what goes into which, and PPE. */
export function Solutions() {
  return (
    <Box
      sx={{
        display: 'grid',
        gap: 5,
        gridTemplateColumns: 'repeat(auto-fit, minmax(min(320px, 100%), 1fr))',
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

/** A sum with its fields, its verdict and how it was worked out. While a field cannot be read there is no verdict. */
function Sum<T extends FieldValues>({
  title,
  fields,
  start,
  whole,
  names,
  verdict,
  working,
}: {
  title: string;
  fields: Fields;
  start: DefaultValues<T>;
  whole?: (values: T) => Problem[];
  /** Which of the fields are asked for; all of them unless it says otherwise. */
  names?: (values: T) => string[];
  verdict: (values: T) => string | undefined;
  working: (values: T) => ReactNode;
}) {
  const form = useForm<T>({
    defaultValues: start,
    mode: 'onChange',
    resolver: resolverOf<T>(fields, whole),
  });
  const values = useWatch({ control: form.control }) as T;
  const read = refusals(values).length === 0;
  return (
    <Card title={title} verdict={read ? verdict(values) : ''} working={read && working(values)}>
      <FormOf type={fields} form={form}>
        {(names?.(values) ?? Object.keys(fields)).map((name) => (
          <FieldIn key={name} name={name} />
        ))}
      </FormOf>
    </Card>
  );
}

const Card = ({
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
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: 'repeat(auto-fit, minmax(140px, 1fr))',
        gap: 3,
        alignItems: 'start',
      }}
    >
      {children}
    </Box>
    <Typography aria-live="polite" variant="h3" sx={{ my: 3, color: 'secondary.main' }}>
      {verdict}
    </Typography>
    <Typography variant="body2" color="textSecondary">
      {working}
    </Typography>
  </Paper>
);

const UNITS: Record<PeroxideUnit, string> = {
  pctWW: '% w/w',
  molPerL: 'mol/L',
  volumes: 'volume strength',
};
/** More of a solution than this is not mixed by hand. From memory. */
const MOST_MADE = 1e6;
const OVER_ZERO = 0.001;

interface Strength {
  value: number;
  unit: PeroxideUnit;
}

const Peroxide = () => (
  <Sum<Strength>
    title="How strong is this peroxide?"
    fields={{
      value: declare.figure(0, 1e4, 'Strength'),
      unit: declare.choice(Object.keys(UNITS), { label: 'Given as', words: UNITS }),
    }}
    start={{ value: 6, unit: 'pctWW' }}
    whole={({ value, unit }) =>
      peroxideOf(value, unit)
        ? []
        : [
            {
              path: 'value',
              message: `Write a number from 0 to ${formatFigure(peroxide(STRONGEST_PCT)[unit])}.`,
            },
          ]
    }
    verdict={({ value, unit }) => {
      const strength = peroxideOf(value, unit);
      return (
        strength &&
        `${formatFigure(strength.pctWW)} % w/w = ${formatFigure(strength.molPerL)} mol/L = ${formatFigure(strength.volumes)} volumes`
      );
    }}
    working={({ value, unit }) => {
      const strength = peroxideOf(value, unit);
      return (
        <>
          Volumes are litres of oxygen, at 0 °C and 1 atm, from one litre: c · 22.414 / 2, c = 1000 ρ w /
          34.014. Density {strength ? formatFigure(strength.gPerML) : 'ρ'} g/mL at 20 °C (Easton, Mitchell
          &amp; Wynne-Jones 1952, from memory).
        </>
      );
    }}
  />
);

type Stock = keyof typeof MIXING;

interface Mix {
  what: Stock;
  as: 'ww' | 'wv';
  made: number;
  measured: 'g' | 'mL';
  weak: number;
  strong: number;
  density: number;
  madeDensity: number;
}

const TITLES = Object.fromEntries(Object.entries(MIXING).map(([key, { title }]) => [key, title]));
const STRENGTHS = { ww: '% w/w (g in 100 g)', wv: '% w/v (g in 100 mL)' };

/** Grams of what is made, g/mL of it being known for peroxide and asked for else. */
const madeG = ({ what, made, measured, weak, madeDensity }: Mix) =>
  measured === 'g' ? made : made * (what === 'peroxide' ? peroxide(weak).gPerML : madeDensity);

function mixed(mix: Mix): string | undefined {
  if (mix.as === 'wv') {
    const stockML = dilutedByVolume(mix.made, mix.weak, mix.strong);
    if (stockML === undefined) return undefined;
    return `${formatFigure(stockML)} mL of stock, and water up to ${formatFigure(mix.made)} mL`;
  }
  const density = mix.what === 'peroxide' ? peroxide(mix.strong).gPerML : mix.density;
  const found = diluted(madeG(mix), mix.weak, mix.strong, density);
  return (
    found &&
    `${formatFigure(found.stockG)} g of stock (${formatFigure(found.stockML)} mL) into ${formatFigure(found.waterG)} g of water (${formatFigure(found.waterML)} mL)`
  );
}

const Dilution = () => (
  <Sum<Mix>
    title="Making it weaker"
    fields={{
      what: declare.choice(Object.keys(MIXING), { label: 'What', words: TITLES }),
      as: declare.choice(Object.keys(STRENGTHS), { label: 'Strengths are', words: STRENGTHS }),
      made: declare.figure(OVER_ZERO, MOST_MADE, 'To make'),
      measured: declare.choice(['g', 'mL'], 'In'),
      weak: declare.figure(OVER_ZERO, 200, { label: 'Of strength', unit: '%' }),
      strong: declare.figure(OVER_ZERO, 200, { label: 'From stock of', unit: '%' }),
      density: declare.figure(0.1, 25, { label: 'Density of stock', unit: 'g/mL' }),
      madeDensity: declare.figure(0.1, 25, { label: 'Density of what is made', unit: 'g/mL' }),
    }}
    start={{
      ...{ what: 'peroxide', as: 'ww', made: 500, measured: 'g', weak: 6, strong: 30 },
      ...{ density: 1.2, madeDensity: 1.05 },
    }}
    names={({ what, as, measured }) => [
      ...['what', 'as', 'made'],
      ...(as === 'ww' ? ['measured'] : []),
      ...['weak', 'strong'],
      ...(as === 'ww' && what !== 'peroxide' ? ['density'] : []),
      ...(as === 'ww' && what !== 'peroxide' && measured === 'mL' ? ['madeDensity'] : []),
    ]}
    whole={({ what, as, weak, strong }) =>
      strong > MIXING[what].strongest[as]
        ? [{ path: 'strong', message: `At most ${MIXING[what].strongest[as]}: nothing stronger is sold.` }]
        : strong < weak
          ? [{ path: 'strong', message: 'The stock must be the stronger.' }]
          : []
    }
    verdict={mixed}
    working={({ what, as, strong }) => (
      <>
        <b>{MIXING[what].order}</b>
        <br />
        Wear: {MIXING[what].ppe(strong)}
        <br />
        {as === 'ww'
          ? 'By mass: stock = made · weak / strong; mL by density.'
          : 'By volume: stock = made · weak / strong, in mL; volumes do not add up, so fill up to the mark.'}{' '}
        The supplier’s data sheet and local rules come first.
      </>
    )}
  />
);

interface MolarMix {
  made: number;
  weak: number;
  strong: number;
}

const Molar = () => (
  <Sum<MolarMix>
    title="Making it weaker, in mol/L"
    fields={{
      made: declare.figure(OVER_ZERO, MOST_MADE, { label: 'To make', unit: 'mL' }),
      weak: declare.figure(OVER_ZERO, STRONGEST_MOL_PER_L, { label: 'Of strength', unit: 'mol/L' }),
      strong: declare.figure(OVER_ZERO, STRONGEST_MOL_PER_L, { label: 'From stock of', unit: 'mol/L' }),
    }}
    start={{ made: 1000, weak: 0.5, strong: 2 }}
    whole={({ weak, strong }) =>
      strong < weak ? [{ path: 'strong', message: 'The stock must be the stronger.' }] : []
    }
    verdict={({ made, weak, strong }) => {
      const stock = dilutedByVolume(made, weak, strong);
      return (
        (stock !== undefined &&
          `${formatFigure(stock)} mL of stock, filled up with water to ${formatFigure(made)} mL`) ||
        undefined
      );
    }}
    working={() => 'C₁V₁ = C₂V₂ holds for molar strengths, not for percent by mass.'}
  />
);

const METRIC = declare.yesNo('Metric cup, 250 mL');

function Measures() {
  const { cup, setCup } = useSettings();
  return (
    <Card
      title="What is a cup here?"
      verdict={cup === 'US' ? '1 cup is 236.6 mL' : '1 cup is 250 mL'}
      working="US customary (NIST Handbook 44, App. C) unless you choose the metric cup. Remembered on this device; amounts are kept in SI, so nothing already typed changes."
    >
      <Drawn field={METRIC} value={cup === 'metric'} onValue={(on) => setCup(on ? 'metric' : 'US')} />
    </Card>
  );
}
