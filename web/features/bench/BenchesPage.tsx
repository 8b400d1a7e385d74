import { BENCHES, type Bench } from '@hearty/core';
import { Box, Paper, Typography } from '@mui/material';
import { useState } from 'react';
import { Link as RouterLink } from 'react-router';
import { Cards } from '../../kit/Cards';
import { Find, OneOf } from '../../kit/Find';
import { PageHead } from '../../kit/States';
import { useLibrary } from '../../session/queries';
import { useSettings } from '../../session/settings';

const TOPICS = [...new Set(BENCHES.map((b) => b.topic))].map((topic) => ({ value: topic, label: topic }));

/** Every calculator, by the question it answers, its topic, and the demos that use it; those used last stand first. */
export function BenchesPage() {
  const [find, setFind] = useState('');
  const [topic, setTopic] = useState('');
  const last = useSettings((s) => s.lastBenches);
  const demos = useLibrary().data?.demos ?? [];
  const usersOf = ({ id }: Bench) => demos.filter((d) => d.benches?.some((b) => b.benchId === id));
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const found = BENCHES.filter((bench) => {
    const message = [bench.title, bench.question, bench.topic, ...usersOf(bench).map((d) => d.title)];
    return (
      (topic === '' || bench.topic === topic) &&
      words.every((w) => message.join(' ').toLowerCase().includes(w))
    );
  });
  const lately = last.flatMap((id) => BENCHES.find((b) => b.id === id) ?? []);
  return (
    <>
      <PageHead title="Bench">
        <OneOf
          label="Topic"
          value={topic}
          any="every topic"
          options={TOPICS}
          onValue={setTopic}
          sx={{ minWidth: 180 }}
        />
        <Find label="Find by question or demo" value={find} onValue={setFind} />
      </PageHead>
      <Typography color="textSecondary" sx={{ mb: 4, maxWidth: '70ch' }}>
        The arithmetic behind the demos, so nobody has to guess. Each shows its working and its limits. They
        help competent people; local codes, the venue’s rules, the supplier’s safety data sheet and trained
        people come first.
      </Typography>
      {lately.length > 0 && (
        <Box component="nav" aria-label="Used last" sx={{ mb: 4, display: 'flex', flexWrap: 'wrap', gap: 3 }}>
          <Typography component="span" color="textSecondary">
            Used last:
          </Typography>
          {lately.map(({ id, title }) => (
            <Typography key={id} component={RouterLink} to={`/bench/${id}`} sx={{ color: 'inherit' }}>
              {title}
            </Typography>
          ))}
        </Box>
      )}
      <Box role="status" sx={{ mb: 2 }}>
        {found.length} of {BENCHES.length}
      </Box>
      <Cards>
        {found.map((bench) => (
          <BenchOnCard key={bench.id} bench={bench} users={usersOf(bench).map((d) => d.title)} />
        ))}
      </Cards>
    </>
  );
}

const BenchOnCard = ({
  bench: { id, title, question, topic },
  users,
}: {
  bench: Bench;
  users: readonly string[];
}) => (
  <Paper component="li" variant="outlined" sx={{ p: 4, overflowWrap: 'anywhere' }}>
    <Typography component={RouterLink} to={`/bench/${id}`} sx={linkSx}>
      {question}
    </Typography>
    <Typography>{title}</Typography>
    <Typography color="textSecondary" sx={{ fontSize: 'small' }}>
      {topic}
      {users.length > 0 && ` · used by ${users.join(', ')}`}
    </Typography>
  </Paper>
);

const linkSx = { fontWeight: 700, color: 'inherit', display: 'block' } as const;
