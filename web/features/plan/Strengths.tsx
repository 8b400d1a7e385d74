import { Box, MenuItem, TextField } from '@mui/material';
import type { Item } from '@hearty/core';
import { editItem } from '../../session/draft';
import { useShow } from '../../session/show';

/** Which variant of its demo an item plays, and at which values of its parameters. */
export function Strengths({ item }: { item: Item }) {
  const { script } = useShow();
  const demo = script.byItem.get(item.id)?.demo;
  const variants = demo?.variants ?? [];
  const parameters = demo?.parameters ?? [];
  if (!variants.length && !parameters.length) return null;
  const setVariant = (id: string) =>
    editItem(item.id, (draft) => {
      if (id) draft.variantId = id;
      else delete draft.variantId;
    });
  const setValue = (parameterId: string, value: number) =>
    editItem(item.id, (draft) => {
      const others = (draft.settings ?? []).filter((s) => s.parameterId !== parameterId);
      draft.settings = [...others, { parameterId, value }];
    });
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {variants.length > 0 && (
        <TextField
          select
          label="Variant"
          value={item.variantId ?? ''}
          onChange={(e) => setVariant(e.target.value)}
          slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
        >
          <MenuItem value="">as written</MenuItem>
          {variants.map((v) => (
            <MenuItem key={v.id} value={v.id}>
              {v.title}
            </MenuItem>
          ))}
        </TextField>
      )}
      {parameters.map((p) => (
        <TextField
          key={p.id}
          type="number"
          label={`${p.title}, ${p.unit}`}
          value={item.settings?.find((s) => s.parameterId === p.id)?.value ?? p.usual}
          helperText={`${p.min} to ${p.max}; usually ${p.usual}. What scales with it follows under Supplies.`}
          slotProps={{ htmlInput: { min: p.min, max: p.max, step: 'any' } }}
          onChange={(e) => {
            const value = Number(e.target.value);
            if (value >= p.min && value <= p.max) setValue(p.id, value);
          }}
        />
      ))}
    </Box>
  );
}
