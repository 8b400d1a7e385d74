import { Box, Typography } from '@mui/material';
import { wornIn, wornSaid, type Item } from '@hearty/core';
import { useShow } from '../../session/show';

/** What the open item is for, what is worn in it, and what its demo warns of. */
export function WhatToWear({ item }: { item: Item }) {
  const { script, plan } = useShow();
  const demo = script.byItem.get(item.id)?.demo;
  const worn = demo ? wornSaid(wornIn(demo, script.goods)) : [];
  const standing = (plan.sums.find((s) => s.itemId === item.id)?.byLevel ?? [])
    .flat()
    .flatMap(({ findings }) => findings.filter((f) => f.always).map((f) => f.says));
  const cautions = [...new Set([...(demo?.cautions ?? []), ...standing])];
  const teaches = demo?.teaches && (
    <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
      {demo.teaches}
    </Typography>
  );
  if (!worn.length && !cautions.length) return teaches || null;
  return (
    <>
      {teaches}
      <Box
        component="section"
        aria-label="Worn, and cautions"
        sx={{ borderLeft: 3, borderColor: 'warning.main', pl: 2, fontSize: 'small' }}
      >
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
