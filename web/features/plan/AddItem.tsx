import AddIcon from '@mui/icons-material/Add';
import { Autocomplete, Box, Button, Menu, MenuItem } from '@mui/material';
import { formatDuration, stepsTiming, type Demo, type Item } from '@hearty/core';
import { useState } from 'react';
import { findInput } from '../../kit/Find';
import { useLibrary } from '../../session/queries';
import { newId } from '../../session/ids';
import { itemOf } from './drag';
import { make } from './view';
import { useDraft } from '../../session/draft';

const TALK: { kind: Item['kind']; title: string; likelyS: number }[] = [
  { kind: 'link', title: 'Talk', likelyS: 120 },
  { kind: 'volunteer pick', title: 'Volunteers', likelyS: 120 },
  { kind: 'reset in view', title: 'Reset in view', likelyS: 90 },
  { kind: 'interval', title: 'Interval', likelyS: 900 },
];

/** Puts a demo from the library, or talk, at the end of the running order. */
export function AddItem({ onAdded }: { onAdded: (itemId: string) => void }) {
  const library = useLibrary();
  const [text, setText] = useState('');
  const [anchor, setAnchor] = useState<HTMLElement>();
  const count = useDraft((s) => s.show?.items.length ?? 0);
  const add = (item: Item) => {
    make({ kind: 'insert-item', item, toIndex: count });
    onAdded(item.id);
  };
  const addDemo = (demo: Demo | null) => {
    if (!demo) return;
    add(itemOf(demo, newId()));
    setText('');
  };
  return (
    <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 2, '@media print': { display: 'none' } }}>
      <Autocomplete
        sx={{ flex: '1 1 120px', maxWidth: 320 }}
        options={library.data?.demos ?? []}
        getOptionLabel={(d) => d.title}
        groupBy={(d) => d.topic}
        value={null}
        blurOnSelect
        inputValue={text}
        onInputChange={(_e, next, reason) => setText(reason === 'input' ? next : '')}
        onChange={(_e, demo) => addDemo(demo)}
        noOptionsText="No such demo in the library"
        renderOption={({ key, ...props }, d) => (
          <li key={key} {...props}>
            <span style={{ flex: 1 }}>{d.title}</span>
            <span>{formatDuration(stepsTiming(d).likelyS)}</span>
          </li>
        )}
        renderInput={findInput('Add a demo')}
      />
      <Button variant="outlined" startIcon={<AddIcon />} onClick={(e) => setAnchor(e.currentTarget)}>
        Talk or break
      </Button>
      <Menu anchorEl={anchor} open={!!anchor} onClose={() => setAnchor(undefined)}>
        {TALK.map(({ kind, title, likelyS }) => (
          <MenuItem
            key={kind}
            onClick={() => {
              setAnchor(undefined);
              add({
                id: newId(),
                kind,
                title,
                showings: 1,
                retries: 0,
                helperIds: [],
                timing: { bestS: Math.round(likelyS * 0.75), likelyS, worstS: Math.round(likelyS * 1.5) },
              });
            }}
          >
            {kind[0]!.toUpperCase() + kind.slice(1)}
          </MenuItem>
        ))}
      </Menu>
    </Box>
  );
}
