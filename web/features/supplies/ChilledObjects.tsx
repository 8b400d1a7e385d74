import { Box, Button, IconButton, Typography } from '@mui/material';
import { ChilledObject, declare, fieldOf, type ColdPlan } from '@hearty/core';
import { Drawn, FieldOf } from '../../kit/fields';
import { newId } from '../../session/ids';
import { AddIcon, DeleteIcon } from '../../kit/icons';

/** What is chilled besides what the demos pour. Mean heat capacities from 77 K up; from memory. */
const STUFF = [
  { label: 'rubber', heatCapacity: 1.2, waterPct: 0 },
  { label: 'copper or brass', heatCapacity: 0.3, waterPct: 0 },
  { label: 'aluminium', heatCapacity: 0.7, waterPct: 0 },
  { label: 'leaves, fruit', heatCapacity: 2.5, waterPct: 85 },
  { label: 'cream mix', heatCapacity: 2.4, waterPct: 60 },
];

const MATERIAL = declare.choice(
  STUFF.map((s) => s.label),
  fieldOf(ChilledObject, 'title').label,
);

/** The list of them, each with its mass and how often. */
export function ChilledObjects({
  cold,
  onChange,
}: {
  cold: ColdPlan;
  onChange: (objects: ColdPlan['objects']) => void;
}) {
  const set = (id: string, part: Partial<ColdPlan['objects'][number]>) =>
    onChange(cold.objects.map((o) => (o.id === id ? { ...o, ...part } : o)));
  return (
    <Box sx={{ gridColumn: '1 / -1' }}>
      <Typography variant="h3" sx={{ mb: 1 }}>
        Also chilled
      </Typography>
      {cold.objects.map((o) => (
        <Box key={o.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 104px 72px 44px', gap: 1, mb: 1 }}>
          <Drawn
            field={MATERIAL}
            value={STUFF.find((x) => x.heatCapacity === o.heatCapacity && x.waterPct === o.waterPct)?.label}
            onValue={(label) => {
              const stuff = STUFF.find((x) => x.label === label)!;
              set(o.id, { title: stuff.label, heatCapacity: stuff.heatCapacity, waterPct: stuff.waterPct });
            }}
          />
          <FieldOf
            type={ChilledObject}
            name="massKg"
            value={o.massKg}
            onValue={(massKg) => set(o.id, { massKg })}
          />
          <FieldOf
            type={ChilledObject}
            name="times"
            value={o.times}
            onValue={(times) => set(o.id, { times })}
          />
          <IconButton
            aria-label={`Take ${o.title} out`}
            onClick={() => onChange(cold.objects.filter((x) => x.id !== o.id))}
          >
            <DeleteIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Button
        startIcon={<AddIcon />}
        onClick={() =>
          onChange([
            ...cold.objects,
            { id: newId(), title: 'rubber', massKg: 0.1, heatCapacity: 1.2, waterPct: 0, times: 1 },
          ])
        }
      >
        Add something chilled
      </Button>
    </Box>
  );
}
