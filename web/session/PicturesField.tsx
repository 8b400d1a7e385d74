import { Box, IconButton, Typography } from '@mui/material';
import { MOST_PICTURES, type Picture } from '@hearty/core';
import { useState } from 'react';
import { useFieldArray, useFormContext, useWatch, type FieldValues } from 'react-hook-form';
import { FieldIn } from '../kit/fields';
import { FileButton } from '../kit/FileButton';
import { Shown, shrunk } from '../kit/pictures';
import { ApiError, sendFile } from './api';
import { CloseIcon } from '../kit/icons';

interface PicturesFieldProps {
  /** Where the list stands in the form: "pictures", "marks.0.pictures". */
  name: string;
  /** What is shown: “Foam column”. */
  subject: string;
}

/** Pictures of a set-up: chosen or taken here, made smaller and stripped of what the camera wrote beside them, then kept. */
export function PicturesField({ name, subject }: PicturesFieldProps) {
  const { control } = useFormContext<FieldValues>();
  const { fields, append, remove } = useFieldArray({ control, name, keyName: 'rowKey' });
  const pictures = (useWatch({ name }) as Picture[] | undefined) ?? [];
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string>();
  const add = async (file: File) => {
    setBusy(true);
    setTrouble(undefined);
    try {
      const { id } = await sendFile<{ id: string }>('/pictures', await shrunk(file));
      if (pictures.some((p) => p.id === id)) setTrouble('This picture is here already.');
      else append({ id, says: '' });
    } catch (error) {
      setTrouble(
        `${error instanceof ApiError ? (error.fields[0]?.message ?? error.message) : (error as Error).message} It is not kept.`,
      );
    }
    setBusy(false);
  };
  return (
    <Box sx={{ display: 'grid', gap: 2, gridColumn: '1 / -1' }}>
      {fields.map((field, i) => (
        <Box
          key={field.rowKey}
          role="group"
          aria-label={`Picture ${i + 1}`}
          sx={{ display: 'grid', gap: 2, gridTemplateColumns: { xs: '1fr 44px', sm: '160px 1fr 44px' } }}
        >
          <Box sx={{ gridColumn: { xs: '1 / -1', sm: 'auto' } }}>
            {pictures[i] && <Shown picture={pictures[i]} subject={subject} height={110} />}
          </Box>
          <FieldIn name={`${name}.${i}.says`} />
          <IconButton
            aria-label={`Take picture ${i + 1} out`}
            onClick={() => remove(i)}
            sx={{ width: 44, height: 44 }}
          >
            <CloseIcon fontSize="small" />
          </IconButton>
        </Box>
      ))}
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, alignItems: 'center' }}>
        <FileButton
          label={`Picture of ${subject}`}
          accept="image/png,image/jpeg,image/webp"
          disabled={busy || pictures.length >= MOST_PICTURES}
          onFile={(file) => void add(file)}
        >
          {busy ? 'Keeping it …' : 'Add a picture'}
        </FileButton>
        <Typography color="textSecondary" sx={{ fontSize: 'small', flex: '1 1 200px' }}>
          The set-up as it should look; nobody’s face. At most {MOST_PICTURES}. Where and when it was taken is
          not kept.
        </Typography>
      </Box>
      {trouble && (
        <Typography role="alert" color="error">
          {trouble}
        </Typography>
      )}
    </Box>
  );
}
