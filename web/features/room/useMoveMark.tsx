import type { Mark } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useDocument, useSave } from '../../session/queries';

/** Moves a mark of the venue, for every show there; undefined until the venue is known. */
export function useMoveMark(venueId: string) {
  const stored = useDocument('venues', venueId).data;
  const save = useSave('venues');
  const { enqueueSnackbar } = useSnackbar();
  if (!stored) return undefined;
  return (markId: string, to: Required<Pick<Mark, 'rightM' | 'backM'>>) => {
    if (save.isPending) return;
    const { id, version, body } = stored;
    const mark = body.marks.find((m) => m.id === markId);
    if (!mark) return;
    const marks = body.marks.map((m) => (m.id === markId ? { ...m, ...to } : m));
    save.mutate(
      { id, version, body: { ...body, marks } },
      {
        onSuccess: () =>
          enqueueSnackbar(
            `“${mark.name}” is ${to.rightM} m right of the middle and ${to.backM} m behind the front edge, for every show here.`,
            { key: 'mark moved', preventDuplicate: true },
          ),
        onError: (error) => enqueueSnackbar(`Not moved. ${error.message}`, { variant: 'error' }),
      },
    );
  };
}
