import { Box } from '@mui/material';
import { declare, Item, Series, settingValue, type Parameter, type Setting } from '@hearty/core';
import { Drawn, FieldOf } from '../../kit/fields';
import { editItem } from '../../session/draft';
import { useShow } from '../../session/show';

/** Which variant of its demo an item plays, at which values of its parameters, and over which of them it is a series. */
export function SeriesLevels({ item }: { item: Item }) {
  const { script } = useShow();
  const scripted = script.byItem.get(item.id);
  const demo = scripted?.demo;
  const variants = demo?.variants ?? [];
  const parameters = demo?.parameters ?? [];
  if (!demo || item.kind === 'choice' || (!variants.length && !parameters.length)) return null;
  const setVariant = (id: string | undefined) =>
    editItem(item.id, (draft) => {
      if (id) draft.variantId = id;
      else delete draft.variantId;
    });
  const levelsOf = (id: string) => script.byItem.get(id)?.item.series?.levels;
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {variants.length > 0 && (
        <FieldOf
          type={Item}
          name="variantId"
          value={item.variantId}
          onValue={setVariant}
          options={variants.map((v) => ({ value: v.id, label: v.title }))}
        />
      )}
      {parameters
        .filter((p) => p.id !== item.series?.parameterId)
        .map((p) => (
          <SettingFields
            key={p.id}
            item={item}
            parameter={p}
            played={settingValue(demo, item, p.id, levelsOf)}
          />
        ))}
      {parameters.length > 0 && <SeriesFields item={item} parameters={parameters} />}
    </Box>
  );
}

/** What a parameter is played at, or the series whose best level is taken. */
function SettingFields({
  item,
  parameter,
  played,
}: {
  item: Item;
  parameter: Parameter;
  played: { value?: number; name?: string };
}) {
  const { script } = useShow();
  const { id, title, names, usual, min = 1e-6, max = 1e6, unit = '' } = parameter;
  const own = item.settings?.find((s) => s.parameterId === id);
  const set = (fields: Partial<Setting>) =>
    editItem(item.id, (draft) => {
      const others = (draft.settings ?? []).filter((s) => s.parameterId !== id);
      const next: Setting = { ...own, ...fields, parameterId: id };
      for (const key of ['value', 'name', 'bestOf'] as const) if (next[key] === undefined) delete next[key];
      draft.settings = Object.keys(next).length > 1 ? [...others, next] : others;
      if (draft.settings.length === 0) delete draft.settings;
    });
  const at = script.byItem.get(item.id)!.index;
  const series = script.items.slice(0, at).filter((s) => s.item.series);
  return (
    <Box sx={{ display: 'grid', gap: 2 }}>
      {names ? (
        <Drawn
          field={declare.choice(names, title)}
          value={played.name ?? names[0]}
          onValue={(name) => set({ name: name as string })}
        />
      ) : (
        <Drawn
          field={declare.figure(min, max, { label: title, unit })}
          value={played.value}
          help={
            own?.bestOf
              ? 'Plan with the likeliest level; packing covers the largest.'
              : `${min} to ${max}; usually ${usual}. What grows with it follows under Supplies.`
          }
          onValue={(value) => set({ value: value as number })}
        />
      )}
      {series.length > 0 && (
        <Drawn
          field={{
            ...declare.document({ label: `${title}: the best level of`, empty: 'as set here' }),
            optional: true,
          }}
          value={own?.bestOf}
          options={series.map((s) => ({ value: s.item.id, label: s.item.title }))}
          onValue={(bestOf) => set({ bestOf: (bestOf as string) || undefined } as Partial<Setting>)}
        />
      )}
    </Box>
  );
}

/** The levels a series begins with: all its names, or the parameter's limits with the usual value between them. */
const firstLevels = ({ names, usual = 1, min = usual, max = usual }: Parameter): string[] =>
  names ?? [...new Set([min, usual, max])].map(String);

/** The showings of the item as a series: one parameter through its levels in turn. */
function SeriesFields({ item, parameters }: { item: Item; parameters: readonly Parameter[] }) {
  const { series } = item;
  const over = (id: string | undefined) =>
    editItem(item.id, (draft) => {
      const parameter = parameters.find((p) => p.id === id);
      if (!parameter) delete draft.series;
      else {
        draft.series = { parameterId: parameter.id, levels: firstLevels(parameter), onFail: 'go on' };
        const settings = draft.settings?.filter((s) => s.parameterId !== id);
        if (settings?.length) draft.settings = settings;
        else delete draft.settings;
      }
    });
  const set = (change: Partial<Series>) =>
    editItem(item.id, (draft) => {
      if (draft.series) Object.assign(draft.series, change);
    });
  return (
    <>
      <Drawn
        field={{
          ...declare.document({ label: 'Shown as a series over', empty: 'no series' }),
          optional: true,
        }}
        value={series?.parameterId}
        options={parameters.map((p) => ({ value: p.id, label: p.title }))}
        onValue={(id) => over(id as string | undefined)}
      />
      {series && (
        <>
          <FieldOf
            type={Series}
            name="levels"
            value={series.levels}
            help="One a line, in the order they are shown."
            onValue={(levels) => levels.length >= 2 && set({ levels })}
          />
          <FieldOf type={Series} name="onFail" value={series.onFail} onValue={(onFail) => set({ onFail })} />
        </>
      )}
    </>
  );
}
