import { Box, Button, Typography } from '@mui/material';
import { isOpenStop, type Finding, type Fix } from '@hearty/core';
import { LevelMark, levelWord } from '../../kit/LevelMark';
import { AcknowledgeStop } from './AcknowledgeStop';
import { findingId } from './findingId';
import { commitChange, previewChange } from './view';

const LEVELS = ['stop', 'caution', 'note'] as const;

/** In the order of the moments they concern. */
export const inOrder = (findings: readonly Finding[]): Finding[] => [...findings].sort((a, b) => a.at - b.at);

/** What is to be read first: the first open stop, else poor odds, else the first caution, else the first note. */
export const worstOf = (findings: readonly Finding[]): Finding | undefined => {
  const all = inOrder(findings);
  const cautions = all.filter((f) => f.level === 'caution');
  return all.find(isOpenStop) ?? cautions.find((f) => f.code === 'slot-odds') ?? cautions[0] ?? all[0];
};

/** Notes of one kind are folded from this many on. Stops and cautions stand together, but none is ever hidden. */
const GROUP = 3;

/** The worst first, then by their moments; each with its fixes. */
export function Findings({
  findings,
  onSelect,
}: {
  findings: readonly Finding[];
  onSelect: (itemId: string) => void;
}) {
  const worst = worstOf(findings);
  const byLevel = LEVELS.flatMap((level) =>
    inOrder(findings.filter((f) => f.level === level && f !== worst)),
  );
  const groups = new Map<string, Finding[]>();
  for (const finding of [...(worst ? [worst] : []), ...byLevel]) {
    const key = `${finding.level} ${finding.code}`;
    groups.set(key, [...(groups.get(key) ?? []), finding]);
  }
  const note = (finding: Finding) => (
    <FindingNote
      key={findingId(finding)}
      finding={finding}
      {...(finding.itemId !== undefined && { onOpen: () => onSelect(finding.itemId!) })}
    />
  );
  return (
    <Box component="ul" aria-label="Findings" sx={{ m: 0, p: 0, listStyle: 'none' }}>
      {[...groups].flatMap(([key, [first, ...others]]) =>
        others.length + 1 < GROUP || first!.level !== 'note'
          ? [first!, ...others].map(note)
          : [
              note(first!),
              <Box component="li" key={key} sx={{ mb: 3 }}>
                <details>
                  <Box component="summary" sx={{ mb: 2, cursor: 'pointer', fontWeight: 600 }}>
                    {others.length} more like this
                  </Box>
                  <Box component="ul" sx={{ m: 0, p: 0, listStyle: 'none' }}>
                    {others.map(note)}
                  </Box>
                </details>
              </Box>,
            ],
      )}
      {findings.length === 0 && (
        <Typography component="li" color="textSecondary">
          No problems found.
        </Typography>
      )}
    </Box>
  );
}

/** Buttons that make a change, and what only people can do. Pointing at one shows what it would give. */
export function Fixes({ fixes }: { fixes: readonly Fix[] }) {
  return (
    <>
      {fixes.map(({ label, change }) =>
        change ? (
          <Button
            key={label}
            size="small"
            variant="outlined"
            sx={{ mt: 1, mr: 1, textAlign: 'left', lineHeight: 1.25, overflowWrap: 'anywhere' }}
            onClick={() => commitChange(change)}
            onMouseEnter={() => previewChange(change)}
            onMouseLeave={() => previewChange(undefined)}
            onFocus={() => previewChange(change)}
            onBlur={() => previewChange(undefined)}
          >
            {label}
          </Button>
        ) : (
          <Typography key={label} variant="body2" sx={{ mt: 0.5 }} color="textSecondary">
            Or: {label}.
          </Typography>
        ),
      )}
    </>
  );
}

/** One finding with its fixes. */
export function FindingNote({
  finding,
  onOpen,
}: {
  finding: Finding;
  /** Opens the item it is about. */
  onOpen?: () => void;
}) {
  return (
    <Box
      component="li"
      id={findingId(finding)}
      tabIndex={-1}
      sx={{
        pl: 3,
        mb: 3,
        borderLeft: 3,
        borderColor: COLORS[finding.level],
        overflowWrap: 'anywhere',
      }}
    >
      <Typography sx={{ lineHeight: 1.4 }}>
        <LevelMark level={finding.level} /> <b style={{ fontWeight: 700 }}>{levelWord(finding.level)}</b>{' '}
        {finding.message}
      </Typography>
      <Fixes fixes={finding.fixes} />
      {finding.level === 'stop' && <AcknowledgeStop finding={finding} />}
      {onOpen && finding.fixes.length === 0 && finding.level !== 'note' && (
        <Button size="small" sx={{ mt: 0.5, ml: -1 }} onClick={onOpen}>
          Open the item
        </Button>
      )}
    </Box>
  );
}

const COLORS = { stop: 'error.main', caution: 'warning.main', note: 'divider' } as const;
