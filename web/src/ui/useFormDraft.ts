import { useEffect } from 'react';
import type { DefaultValues, FieldValues, Path, PathValue, UseFormReturn } from 'react-hook-form';
import { useDraft, type Draft } from './useDraft.ts';

/** Returns what `useDraft` does, for a form of react-hook-form: what was filled in earlier is in its fields again. */
export function useFormDraft<T extends FieldValues>(
  name: string,
  form: UseFormReturn<T>,
  onClose: () => void,
): Pick<Draft<T>, 'isKept' | 'startOver' | 'close'> {
  const initial = form.formState.defaultValues as T;
  const { given, put, isKept, startOver, close } = useDraft(name, () => initial, onClose);
  const { setValue, watch, reset } = form;
  useEffect(() => {
    for (const [field, value] of Object.entries(given))
      if (value !== initial[field]) setValue(field as Path<T>, value as PathValue<T, Path<T>>, { shouldDirty: true });
    const watching = watch((values, { name: field }) => {
      if (field !== undefined) put({ [field]: values[field] } as unknown as Partial<T>);
    });
    return () => watching.unsubscribe();
    // What was kept is put back once.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  return {
    isKept,
    startOver: () => {
      startOver();
      reset(initial as DefaultValues<T>);
    },
    close,
  };
}
