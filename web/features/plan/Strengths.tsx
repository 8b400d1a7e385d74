import { Box } from '@mui/material';
import { declare, Item } from '@hearty/core';
import { Drawn, FieldOf } from '../../kit/fields';
import { editItem } from '../../session/draft';
import { useShow } from '../../session/show';

/** Which variant of its demo an item plays, and at which values of its parameters. */
export function Strengths({ item }: { item: Item }) {
  const { script } = useShow();
  const demo = script.byItem.get(item.id)?.demo;
  const variants = demo?.variants ?? [];
  const parameters = demo?.parameters ?? [];
  if (!variants.length && !parameters.length) return null;
  const setVariant = (id: string | undefined) =>
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
        <FieldOf
          of={Item}
          name="variantId"
          value={item.variantId}
          onValue={setVariant}
          options={variants.map((v) => ({ value: v.id, label: v.title }))}
        />
      )}
      {parameters.map((p) => (
        <Drawn
          key={p.id}
          field={declare.figure(p.min, p.max, { label: p.title, unit: p.unit })}
          value={item.settings?.find((s) => s.parameterId === p.id)?.value ?? p.usual}
          help={`${p.min} to ${p.max}; usually ${p.usual}. What scales with it follows under Supplies.`}
          onValue={(value) => setValue(p.id, value as number)}
        />
      ))}
    </Box>
  );
}
