import { Button, Menu, MenuItem } from '@mui/material';
import { libraryFileOf, picturesOf, type Demo, type Good, type PictureFile } from '@hearty/core';
import { useSnackbar } from 'notistack';
import { useState } from 'react';
import { download } from '../../kit/download';
import { pictureAddress } from '../../kit/pictures';
import { ExportIcon } from '../../kit/icons';

/** Saves demos as a library file; where they have pictures, with them or without. */
export function SaveAsFile({
  demos,
  goods,
  all,
}: {
  demos: readonly Demo[];
  goods: readonly Good[];
  all: boolean;
}) {
  const [anchor, setAnchor] = useState<HTMLElement>();
  const { enqueueSnackbar } = useSnackbar();
  const ids = picturesOf(demos);
  const save = async (with_: readonly string[]) => {
    setAnchor(undefined);
    const pictures = (await Promise.all(with_.map(pictureFile))).filter((p) => p !== undefined);
    download('demos.json', JSON.stringify(libraryFileOf(demos, goods, pictures), null, 2));
    const lost = with_.length - pictures.length;
    if (lost > 0)
      enqueueSnackbar(
        `${lost} ${lost === 1 ? 'picture was' : 'pictures were'} left out: not on this machine, or the server does not answer.`,
        { variant: 'warning' },
      );
  };
  return (
    <>
      <Button
        startIcon={<ExportIcon />}
        aria-haspopup={ids.length > 0 ? 'menu' : undefined}
        onClick={({ currentTarget }) => (ids.length ? setAnchor(currentTarget) : void save([]))}
      >
        Save {all ? 'all' : `these ${demos.length}`} as a file
      </Button>
      <Menu anchorEl={anchor} open={anchor !== undefined} onClose={() => setAnchor(undefined)}>
        <MenuItem onClick={() => void save(ids)}>
          With {ids.length === 1 ? 'its picture' : `${ids.length} pictures`}
        </MenuItem>
        <MenuItem onClick={() => void save([])}>Without pictures</MenuItem>
      </Menu>
    </>
  );
}

/** A picture as it travels; undefined where it cannot be had. */
async function pictureFile(id: string): Promise<PictureFile | undefined> {
  const response = await fetch(pictureAddress(id)).catch(() => undefined);
  if (!response?.ok) return undefined;
  const blob = await response.blob();
  const data = await new Promise<string>((done) => {
    const reader = new FileReader();
    reader.onload = () => done((reader.result as string).replace(/^[^,]*,/, ''));
    reader.readAsDataURL(blob);
  });
  return { id, type: blob.type as PictureFile['type'], data };
}
