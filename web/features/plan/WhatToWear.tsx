import { Box, Typography } from '@mui/material';
import { othersDo, wornIn, wornSaid, type Item } from '@hearty/core';
import { useShow } from '../../session/show';

/** What the open item is for, what others do and what is worn in it, and what its demo warns of. */
export function WhatToWear({ item }: { item: Item }) {
  const { script } = useShow();
  const scripted = script.byItem.get(item.id);
  const demo = scripted?.demo;
  const worn = demo ? wornSaid(wornIn(demo, script.goods)) : [];
  const others = scripted ? othersDo(scripted) : [];
  const cautions = demo?.cautions ?? [];
  const teaches = demo?.teaches && (
    <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
      {demo.teaches}
    </Typography>
  );
  if (!others.length && !worn.length && !cautions.length) return teaches || null;
  return (
    <>
      {teaches}
      <Box
        component="section"
        aria-label="Who does what, worn, and cautions"
        sx={{ borderLeft: 3, borderColor: 'warning.main', pl: 2, fontSize: 'small' }}
      >
        {others.length > 0 && <List lines={others} />}
        {worn.length > 0 && (
          <>
            <Typography sx={{ fontWeight: 700, fontSize: 'small' }}>Worn</Typography>
            <List lines={worn} />
          </>
        )}
        {cautions.length > 0 && (
          <>
            <Typography sx={{ fontWeight: 700, fontSize: 'small' }}>Cautions</Typography>
            <List lines={cautions} />
          </>
        )}
        Local codes, the venue’s rules and trained people come first.
      </Box>
    </>
  );
}

const List = ({ lines }: { lines: readonly string[] }) => (
  <Box component="ul" sx={{ m: 0, mb: 1, pl: 4 }}>
    {lines.map((line) => (
      <li key={line}>{line}</li>
    ))}
  </Box>
);
