import { BASE_UNITS, type BaseUnit, type Demo, type Good } from '@hearty/core';
import { Autocomplete } from '@mui/material';
import { useSnackbar } from 'notistack';
import { useFormContext, useWatch } from 'react-hook-form';
import { useLibrary, useSave } from '../../session/queries';
import { newId } from '../../session/ids';
import { findInput } from '../../kit/Find';
import { FieldIn } from '../../kit/fields';
import { useSettings } from '../../session/settings';

/** An amount in the unit of the good chosen beside it. */
export function GoodAmount({ path }: { path: string }) {
  const goods = useLibrary().data?.goods ?? [];
  const id = useWatch({ name: `${path}.goodId` }) as string;
  const good = goods.find((g) => g.id === id);
  const cup = useSettings((s) => s.cup);
  return (
    <FieldIn
      name={`${path}.amount`}
      measure={{ unit: good?.unit ?? 'piece', cup, densityGPerML: good?.densityGPerML }}
    />
  );
}

/** A good from the stores, or a new one by its name; a new consumable's unit may stand behind a comma ("Salt, g"). */
export function GoodField({ path, sort }: { path: string; sort: Good['sort'] }) {
  const { setValue, getFieldState, formState } = useFormContext<Demo>();
  const goods = (useLibrary().data?.goods ?? []).filter((g) => g.sort === sort);
  const id = useWatch({ name: `${path}.goodId` }) as string;
  const save = useSave('goods');
  const { enqueueSnackbar } = useSnackbar();
  const field = `${path}.goodId` as 'kit.0.goodId';
  const { error } = getFieldState(field, formState);
  const choose = (chosen: Good | string | null) => {
    if (chosen === null) return setValue(field, '', { shouldDirty: true });
    if (typeof chosen !== 'string') return setValue(field, chosen.id, { shouldDirty: true });
    const [name, unitText] = chosen.split(',').map((t) => t.trim());
    const unit: BaseUnit = BASE_UNITS.find((u) => u.toLowerCase() === unitText?.toLowerCase()) ?? 'piece';
    const body: Good = { id: newId(), name: name!, sort, unit: sort === 'kit' ? 'piece' : unit, onShelf: 0 };
    save.mutate(
      { id: body.id, version: 0, body },
      {
        onSuccess: () => setValue(field, body.id, { shouldDirty: true }),
        onError: (e) => enqueueSnackbar(e.says, { variant: 'error' }),
      },
    );
  };
  return (
    <Autocomplete
      freeSolo
      options={goods}
      getOptionLabel={(g) => (typeof g === 'string' ? g : g.name)}
      isOptionEqualToValue={(a, b) => typeof b !== 'string' && a.id === b.id}
      value={goods.find((g) => g.id === id) ?? null}
      onChange={(_e, chosen) => choose(chosen)}
      renderInput={findInput(sort === 'kit' ? 'Kit' : 'Consumable', {
        error: error && 'Choose one, or type a new name and press Enter.',
        help: sort === 'kit' ? 'A new name is added to the stores.' : 'New: name, unit (mL, g, m or piece).',
      })}
    />
  );
}
