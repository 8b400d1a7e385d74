import AddIcon from '@mui/icons-material/Add';
import { Box, Button, IconButton, MenuItem, TextField, Typography } from '@mui/material';
import DeleteOutlineIcon from '@mui/icons-material/DeleteOutlined';
import { type ColdPlan } from '@hearty/core';
import { ParsedField } from '../../kit/ParsedField';
import { newId } from '../../session/ids';
import { figure } from '../../kit/figures';

/** What is chilled besides what the demos pour. Mean heat capacities from 77 K up; from memory. */
const STUFF = [
  { label: 'rubber', heatCapacity: 1.2, waterPct: 0 },
  { label: 'copper or brass', heatCapacity: 0.3, waterPct: 0 },
  { label: 'aluminium', heatCapacity: 0.7, waterPct: 0 },
  { label: 'leaves, fruit', heatCapacity: 2.5, waterPct: 85 },
  { label: 'cream mix', heatCapacity: 2.4, waterPct: 60 },
];

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
        Chilled besides
      </Typography>
      {cold.objects.map((o) => (
        <Box key={o.id} sx={{ display: 'grid', gridTemplateColumns: '1fr 84px 60px 40px', gap: 1, mb: 1 }}>
          <TextField
            select
            label={o.title}
            value={
              STUFF.find((s) => s.heatCapacity === o.heatCapacity && s.waterPct === o.waterPct)?.label ?? ''
            }
            onChange={(e) => {
              const stuff = STUFF.find((s) => s.label === e.target.value)!;
              set(o.id, { title: stuff.label, heatCapacity: stuff.heatCapacity, waterPct: stuff.waterPct });
            }}
          >
            {STUFF.map((s) => (
              <MenuItem key={s.label} value={s.label}>
                {s.label}
              </MenuItem>
            ))}
          </TextField>
          <ParsedField
            label="kg"
            value={o.massKg}
            format={String}
            parse={figure(0.001, 500)}
            onValue={(massKg) => set(o.id, { massKg })}
          />
          <ParsedField
            label="×"
            value={o.times}
            format={String}
            parse={figure(1, 100, { whole: true })}
            onValue={(times) => set(o.id, { times: Math.round(times) })}
          />
          <IconButton
            aria-label={`Take ${o.title} out`}
            onClick={() => onChange(cold.objects.filter((x) => x.id !== o.id))}
          >
            <DeleteOutlineIcon fontSize="small" />
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
