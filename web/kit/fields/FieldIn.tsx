import { createContext, useContext, type ReactNode } from 'react';
import { FormProvider, useController, type FieldValues, type UseFormReturn } from 'react-hook-form';
import { Drawn, type Drawing } from './FieldOf';
import { declaredAt, type Declared } from './resolver';

const Declarations = createContext<Declared>({});

/** A form over a document, or over declared fields: those within find their declarations by their paths. */
export function FormOf<T extends FieldValues>({
  type: declared,
  form,
  children,
}: {
  type: Declared<T>;
  form: UseFormReturn<T>;
  children: ReactNode;
}) {
  return (
    <Declarations.Provider value={declared}>
      <FormProvider {...form}>{children}</FormProvider>
    </Declarations.Provider>
  );
}

/**
 * One field of the form around it, by its path: "steps.0.text". What is wrong with it stands below it. With `whileShown`
 * its value goes when it does: what belongs to a choice that was not taken is not kept.
 */
export function FieldIn({
  name,
  whileShown = false,
  ...drawing
}: { name: string; whileShown?: boolean } & Drawing) {
  const declared = declaredAt(useContext(Declarations), name);
  if (!declared) throw new Error(`No field “${name}” is declared in this form.`);
  const { field, fieldState } = useController({ name, shouldUnregister: whileShown });
  return (
    <Drawn
      {...drawing}
      field={declared}
      value={field.value}
      onValue={field.onChange}
      eager
      inputRef={field.ref}
      name={field.name}
      error={firstOf(fieldState.error)}
    />
  );
}

/** The sentence of a problem, or the first of the problems inside it: of a list, one entry may be wrong. */
function firstOf(error: unknown): string | undefined {
  if (typeof error !== 'object' || error === null) return undefined;
  if ('message' in error && typeof error.message === 'string') return error.message;
  return Object.values(error).map(firstOf).find(Boolean);
}
