import { BENCHES } from '@hearty/core';
import { Box, Paper, Typography } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Cards } from '../../kit/Cards';
import { Find } from '../../kit/Find';
import { PageHead } from '../../kit/States';

/** Every calculator, by the question it answers. */
export function BenchesPage() {
  const [find, setFind] = useState('');
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = BENCHES.filter(({ title, question, topic }) =>
    words.every((w) => `${title} ${question} ${topic}`.toLowerCase().includes(w)),
  );
  return (
    <>
      <PageHead title="Bench">
        <Find value={find} onValue={setFind} />
      </PageHead>
      <Typography color="textSecondary" sx={{ mb: 4, maxWidth: '70ch' }}>
        Sums that one otherwise guesses at, each with its working and its limits. They help competent people;
        local codes, the venue’s rules, the supplier’s safety data sheet and trained people come first.
      </Typography>
      <Box role="status" sx={{ mb: 2 }}>
        {found.length} of {BENCHES.length}
      </Box>
      <Cards>
        {found.map(({ id, title, question, topic }) => (
          <Paper component="li" variant="outlined" key={id} sx={{ p: 4 }}>
            <Typography component={RouterLink} to={`/bench/${id}`} sx={linkSx}>
              {question}
            </Typography>
            <Typography>{title}</Typography>
            <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
              {topic}
            </Typography>
          </Paper>
        ))}
      </Cards>
    </>
  );
}

const linkSx = { fontWeight: 700, color: 'inherit', display: 'block' } as const;
