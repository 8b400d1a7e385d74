import { BASE_UNITS, fieldOf, Good, type BaseUnit, type Demo } from '@hearty/core';
import { Autocomplete, Box, Button } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { useFormContext, useWatch } from 'react-hook-form';
import { useLibrary, useSave } from '../../session/queries';
import { newId } from '../../session/ids';
import { findInput } from '../../kit/Find';
import { Drawn, FieldIn } from '../../kit/fields';
import { useSettings } from '../../session/settings';

/** An amount in the unit of the good chosen beside it. */
export function GoodAmount({ path, help }: { path: string; help?: string | undefined }) {
  const goods = useLibrary().data?.goods ?? [];
  const id = useWatch({ name: `${path}.goodId` }) as string;
  const good = goods.find((g) => g.id === id);
  const cup = useSettings((s) => s.cup);
  return (
    <FieldIn
      name={`${path}.amount`}
      help={help}
      measure={{ unit: good?.unit ?? 'piece', cup, densityGPerML: good?.densityGPerML }}
    />
  );
}

const LABELS = { kit: 'Kit', consumable: 'Consumable' };

/**
 * A good from the stores, or a new one by its name: of a consumable its unit is asked for there, or may stand behind a
 * comma ("Salt, g"). Without a sort both are offered, and a new one is kit.
 */
export function GoodField({ path, sort, label }: { path: string; sort?: Good['sort']; label?: string }) {
  const { setValue, getFieldState, formState } = useFormContext<Demo>();
  const goods = (useLibrary().data?.goods ?? []).filter((g) => !sort || g.sort === sort);
  const id = useWatch({ name: `${path}.goodId` }) as string | undefined;
  const [typed, setTyped] = useState<string>();
  const [naming, setNaming] = useState<{ name: string; unit: unknown }>();
  const save = useSave('goods');
  const { enqueueSnackbar } = useSnackbar();
  const field = `${path}.goodId` as 'kit.0.goodId';
  const { error } = getFieldState(field, formState);
  const take = (goodId: string | undefined) => {
    setTyped(undefined);
    setNaming(undefined);
    setValue(field, goodId as string, { shouldDirty: true, shouldValidate: formState.isSubmitted });
  };
  const add = (name: string, unit: BaseUnit) => {
    const body: Good = { id: newId(), name, sort: sort ?? 'kit', unit, onShelf: 0 };
    save.mutate(
      { id: body.id, version: 0, body },
      {
        onSuccess: () => take(body.id),
        onError: (e) => enqueueSnackbar(e.message, { variant: 'error' }),
      },
    );
  };
  /** A name that was entered: one of the stores', or a new one. */
  const enter = (text: string, sure: boolean) => {
    const known = goods.find((g) => g.name.toLowerCase() === text.trim().toLowerCase());
    if (known) return take(known.id);
    const [name = '', unitText] = text.split(/,(?=[^,]*$)/).map((t) => t.trim());
    const unit = BASE_UNITS.find((u) => u.toLowerCase() === unitText?.toLowerCase());
    if (name === '') return;
    if (sure && unit) return add(name, unit);
    if (sure && sort !== 'consumable') return add(text.trim(), 'piece');
    setNaming({ name: unit ? name : text.trim(), unit: unit ?? 'piece' });
  };
  return (
    <Box>
      <Autocomplete
        freeSolo
        options={goods}
        getOptionLabel={(g) => (typeof g === 'string' ? g : g.name)}
        isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
        value={goods.find((g) => g.id === id) ?? null}
        {...(typed !== undefined && { inputValue: typed })}
        onInputChange={(_e, text, reason) => setTyped(reason === 'input' ? text : undefined)}
        onChange={(_e, chosen) => {
          if (typeof chosen === 'string') return enter(chosen, true);
          take(chosen?.id ?? (sort ? '' : undefined));
        }}
        // Enter takes the name; it does not save the whole form with it.
        onKeyDown={(e) => e.key === 'Enter' && typed !== undefined && e.preventDefault()}
        onBlur={() => typed !== undefined && enter(typed, false)}
        renderInput={findInput(label ?? LABELS[sort ?? 'kit'], {
          error:
            error &&
            (error.message?.startsWith('Say')
              ? error.message
              : 'Choose one, or type a new name and press Enter.'),
          help: id
            ? ''
            : sort === 'consumable'
              ? 'A new one: its name, and how it is measured.'
              : 'A new name is added to the stores.',
        })}
      />
      {naming && (
        <Box role="group" aria-label={`“${naming.name}” is new`} sx={{ display: 'flex', gap: 2, mt: 2 }}>
          {sort === 'consumable' && (
            <Drawn
              field={fieldOf(Good, 'unit')}
              label={`“${naming.name}” is new: kept in`}
              value={naming.unit}
              onValue={(unit) => setNaming({ ...naming, unit })}
              autoFocus
              sx={{ flex: 1 }}
            />
          )}
          <Button
            variant="outlined"
            disabled={save.isPending}
            onClick={() => add(naming.name, naming.unit as BaseUnit)}
          >
            Add{sort === 'consumable' ? '' : ` “${naming.name}”`} to the stores
          </Button>
        </Box>
      )}
    </Box>
  );
}
