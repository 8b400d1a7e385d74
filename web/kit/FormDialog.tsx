import { Alert, Box, Button, Dialog, DialogActions, DialogContent, DialogTitle } from '@mui/material';
import type { FormEvent, KeyboardEvent, ReactNode } from 'react';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { declaredAt, FormOf, type Declared } from './fields';

interface FormDialogProps<T extends FieldValues> {
  title: string;
  /** The class of the document that is written, or the fields that are asked for. */
  type: Declared<T>;
  form: UseFormReturn<T>;
  /** What stands between the form and the server. */
  trouble: ReactNode;
  children: ReactNode;
  /** What the button says that saves. */
  does?: string;
  saving?: boolean;
  wide?: boolean;
  onClose: () => void;
  /** Throws away what was typed; for Cancel. Without it nothing is kept. */
  discard?: () => void;
  onSave: (body: T) => void;
}

/** A dialog around a form: save, cancel, and what the server says. */
export function FormDialog<T extends FieldValues>({
  title,
  type: declared,
  form,
  trouble,
  children,
  does = 'Save',
  saving = false,
  wide = false,
  onClose,
  discard,
  onSave,
}: FormDialogProps<T>) {
  return (
    <Dialog open onClose={onClose} maxWidth={wide ? 'sm' : 'xs'} fullWidth>
      <Box
        component="form"
        noValidate
        onSubmit={(e: FormEvent) => void form.handleSubmit(onSave)(e)}
        onKeyDown={wide ? goOnInstead : undefined}
        sx={{ display: 'flex', flexDirection: 'column', minHeight: 0 }}
      >
        <DialogTitle sx={{ overflowWrap: 'anywhere' }}>{title}</DialogTitle>
        <DialogContent sx={{ display: 'grid', gap: 4, pt: '8px !important' }}>
          <FormOf type={declared} form={form}>
            {children}
          </FormOf>
        </DialogContent>
        <Box sx={{ px: 6, maxHeight: '45vh', overflow: 'auto' }}>
          <NotSaved type={declared} form={form} />
          {trouble}
        </Box>
        <DialogActions>
          <Button
            onClick={() => {
              discard?.();
              onClose();
            }}
          >
            Cancel
          </Button>
          <Button type="submit" variant="contained" disabled={saving}>
            {does}
          </Button>
        </DialogActions>
      </Box>
    </Dialog>
  );
}

/** Enter in a field of a long form goes on to the next one: a form half filled in is not to be sent by it. */
function goOnInstead(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== 'Enter' || event.defaultPrevented || !(event.target instanceof HTMLInputElement)) return;
  event.preventDefault();
  const fields = [
    ...event.currentTarget.querySelectorAll<HTMLElement>('input, textarea, button[type=submit]'),
  ];
  fields[fields.indexOf(event.target) + 1]?.focus();
}

/** Says that a form was not saved, and why not: the fields themselves may be out of sight. */
export function NotSaved<T extends FieldValues>({
  type: declared,
  form,
}: {
  type: Declared<T>;
  form: UseFormReturn<T>;
}) {
  const { isSubmitted, errors } = form.formState;
  const wrong = sentences(declared, errors);
  if (!isSubmitted || wrong.length === 0) return null;
  return (
    <Alert severity="error" sx={{ mb: 2 }}>
      Not saved: some fields need fixing.
      <Box component="ul" sx={{ m: 0, pl: 5 }}>
        {wrong.slice(0, MOST_SAID).map((message) => (
          <li key={message}>{message}</li>
        ))}
      </Box>
      {wrong.length > MOST_SAID && `And ${wrong.length - MOST_SAID} more.`}
    </Alert>
  );
}

/** More are not read, only mended one after the other. */
const MOST_SAID = 4;

/** Each problem with the name of its field. */
function sentences(declared: Declared, errors: unknown, path: string[] = []): string[] {
  if (typeof errors !== 'object' || errors === null) return [];
  if ('message' in errors && typeof errors.message === 'string') {
    const label = declaredAt(declared, path.join('.'))?.label;
    return [label === undefined ? errors.message : `${label}: ${errors.message}`];
  }
  return Object.entries(errors).flatMap(([key, inside]) => sentences(declared, inside, [...path, key]));
}
