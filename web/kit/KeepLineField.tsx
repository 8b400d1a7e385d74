import { Box, Button } from '@mui/material';
import type { FormEvent, ReactNode } from 'react';
import { useForm, type DefaultValues, type FieldValues } from 'react-hook-form';
import { FormOf, resolverOf, type Fields } from './fields';

/** A line that is kept, and then empty for the next. */
export function KeepLineField<T extends FieldValues>({
  fields,
  start,
  keep: word = 'Keep',
  onKeep,
  children,
}: {
  fields: Fields;
  start: DefaultValues<T>;
  /** What its button says. */
  keep?: string;
  onKeep: (values: T) => void;
  children: ReactNode;
}) {
  const form = useForm<T>({ defaultValues: start, resolver: resolverOf<T>(fields) });
  const keep = form.handleSubmit((values) => {
    onKeep(values);
    form.reset();
  });
  return (
    <FormOf type={fields} form={form}>
      <Box
        component="form"
        noValidate
        onSubmit={(e: FormEvent) => void keep(e)}
        sx={{ display: 'flex', gap: 3, flexWrap: 'wrap', alignItems: 'start' }}
      >
        {children}
        <Button type="submit" variant="outlined">
          {word}
        </Button>
      </Box>
    </FormOf>
  );
}
