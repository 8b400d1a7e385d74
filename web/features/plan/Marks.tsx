import { Box, ButtonBase } from '@mui/material';
import { formatClock, type Finding } from '@hearty/core';
import { LevelMark, levelWord } from '../../kit/LevelMark';
import { findingId, inOrder } from './Margin';
import type { Scale } from './scale';
import { select } from './view';

const toMend = (findings: readonly Finding[]) => inOrder(findings.filter((f) => f.level !== 'note'));

/** Goes to a finding, wherever it stands, and leaves the focus there. */
function jump(finding: Finding): void {
  select(undefined);
  // The open item gives way to the findings first.
  requestAnimationFrame(() => {
    const note = document.getElementById(findingId(finding));
    note?.scrollIntoView({ block: 'center' });
    note?.focus({ preventScroll: true });
  });
}

interface MarksProps {
  findings: readonly Finding[];
  /** Curtain-up in seconds after midnight. */
  up: number;
}

/** Marks along the edge stand so far apart at least, in per cent of its height: no less than they are high. */
const APART = 4.5;

/** So many marks beside the headline; what is beyond them is counted. */
const MOST = 5;

/** What is to fix, as marks beside the headline: each is a jump to its words. */
export function HeadMarks({ findings, up }: MarksProps) {
  const all = toMend(findings);
  if (all.length === 0) return null;
  return (
    <Box component="ul" aria-label="To fix" sx={{ display: 'flex', m: 0, p: 0, listStyle: 'none' }}>
      {all.slice(0, MOST).map((f) => (
        <li key={findingId(f)}>
          <ButtonBase
            aria-label={wordsOf(f, up)}
            title={wordsOf(f, up)}
            onClick={() => jump(f)}
            sx={{ minWidth: 44, minHeight: 44, flexDirection: 'column', borderRadius: 1, fontSize: 'small' }}
          >
            <LevelMark level={f.level} />
            {formatClock(up + f.at)}
          </ButtonBase>
        </li>
      ))}
      {all.length > MOST && (
        <Box component="li" sx={{ alignSelf: 'center', fontSize: 'small', px: 1, color: 'text.secondary' }}>
          and {all.length - MOST} more
        </Box>
      )}
    </Box>
  );
}

/** The same along the score's edge, in sight however far one has scrolled: as high as their moment is in the show. */
export function EdgeMarks({ findings, up, scale }: MarksProps & { scale: Scale }) {
  const all = toMend(findings);
  const placeOf = (f: Finding) => Math.min(97, Math.max(0, (100 * scale.y(f.at)) / scale.height));
  // Marks that would lie on one another are one: the worst of them, with how many there are.
  const groups: Finding[][] = [];
  for (const f of all) {
    const last = groups.at(-1);
    if (last && placeOf(f) - placeOf(last[0]!) < APART) last.push(f);
    else groups.push([f]);
  }
  return (
    <Box
      component="ul"
      aria-label="To fix, along the show"
      sx={{
        position: 'sticky',
        top: 72,
        height: 'calc(100vh - 190px)',
        width: 24,
        m: 0,
        p: 0,
        listStyle: 'none',
        borderLeft: all.length ? 1 : 0,
        borderColor: 'divider',
        display: { xs: 'none', lg: 'block' },
        '@media print': { display: 'none' },
      }}
    >
      {groups.map((group) => {
        const worst = group.find((f) => f.level === 'stop') ?? group[0]!;
        const message = wordsOf(worst, up) + (group.length > 1 ? ` And ${group.length - 1} more here.` : '');
        return (
          <Box
            component="li"
            key={findingId(group[0]!)}
            sx={{ position: 'absolute', left: 0 }}
            style={{ top: `${placeOf(group[0]!)}%` }}
          >
            <ButtonBase
              aria-label={`Along the show: ${message}`}
              title={message}
              onClick={() => jump(worst)}
              sx={{ width: 24, height: 24, borderRadius: 1 }}
            >
              <LevelMark level={worst.level} />
            </ButtonBase>
          </Box>
        );
      })}
    </Box>
  );
}

const wordsOf = (f: Finding, up: number) => `${formatClock(up + f.at)} ${levelWord(f.level)} ${f.message}`;
