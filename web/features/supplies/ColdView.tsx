import { Alert, Box, Button, Typography } from '@mui/material';
import {
  ColdPlan,
  coldPlans,
  CRYOGENS,
  fieldOf,
  formatFigure,
  formatMoney,
  isCryogen,
  usualCold,
  type ColdBudget,
  type PlanFinding,
} from '@hearty/core';
import { LevelMark } from '../../kit/LevelMark';
import { FieldOf } from '../../kit/fields';
import { useDocuments } from '../../session/queries';
import { Empty } from '../../kit/States';
import { edit } from '../../session/draft';
import { useShow } from '../../session/show';
import { SuppliesViews } from './SuppliesViews';
import { ChilledObjects } from './ChilledObjects';
import { ColdWorking } from './ColdWorking';
import { VesselChart } from './VesselChart';
import { AddIcon } from '../../kit/icons';

/** How much liquid nitrogen or dry ice to order: what the demos use, and what the air takes. */
export function ColdView() {
  const { file, plan, script } = useShow();
  const goods = useDocuments('goods');
  const set = file.show.cold ?? [];
  const cold = coldPlans(script);
  const named = new Set(
    script.items.flatMap(({ demo }) => (demo?.consumables ?? []).map((need) => need.goodId)),
  );
  const cryogens = (goods.data ?? []).filter((g) => isCryogen(g.body));
  const free = cryogens.filter((g) => !cold.some((c) => c.goodId === g.id));
  return (
    <>
      <Box sx={{ mb: 4 }}>
        <SuppliesViews />
      </Box>
      {cold.map((c) => (
        <Budget
          key={c.goodId}
          cold={c}
          own={set.some((s) => s.goodId === c.goodId) && (named.has(c.goodId) ? 'figures' : 'budget')}
          name={goods.data?.find((g) => g.id === c.goodId)?.body.name ?? c.cryogen}
          budget={plan.cold.find((b) => b.goodId === c.goodId)}
          findings={plan.findings.filter((f) => f.goodId === c.goodId && f.code.startsWith('cold-'))}
        />
      ))}
      {cold.length === 0 && (
        <Empty title="No cold budget yet">
          {cryogens.length
            ? 'No demo of this show names a cryogen. One that is only chilled with can be added here.'
            : 'Mark a consumable in the stores as kept apart as “cryogen” first.'}
        </Empty>
      )}
      {cold.length < 2 &&
        free.map((g) => (
          <Button
            key={g.id}
            startIcon={<AddIcon />}
            onClick={() =>
              edit((draft) => {
                draft.cold = [...(draft.cold ?? []), usualCold(g.body, draft)];
              })
            }
          >
            Budget for {g.body.name}
          </Button>
        ))}
    </>
  );
}

/** The figures of a budget in the order one knows them, and what stands behind those that are in the cryogen's unit. */
const figures = (unit: string) =>
  [
    ['vessel', unit],
    ['staticPerDay', unit],
    ['chillDown', unit],
    ['pourLossPct'],
    ['openPerHour', unit],
    ['openHours'],
    ['reservePct'],
    ['pricePerUnit', unit],
  ] as const;

function Budget({
  cold,
  own,
  name,
  budget,
  findings,
}: {
  cold: ColdPlan;
  /** What somebody set of it: figures other than the usual ones, or that there is one at all. */
  own: false | 'figures' | 'budget';
  name: string;
  /** Absent for the moment in which a new one is worked out. */
  budget: ColdBudget | undefined;
  findings: PlanFinding[];
}) {
  const { unit } = CRYOGENS[cold.cryogen];
  const change = (part: Partial<ColdPlan>) =>
    edit((draft) => {
      const mine = draft.cold?.find((c) => c.goodId === cold.goodId);
      if (mine) Object.assign(mine, part);
      else draft.cold = [...(draft.cold ?? []), { ...cold, ...part }];
    });
  return (
    <Box component="section" aria-label={`Cold budget: ${name}`} sx={{ mb: 8 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h2">{name}</Typography>
        <Typography
          data-testid="cold-order"
          sx={{ color: 'secondary.main', fontWeight: 700, fontSize: 'head', flex: 1 }}
        >
          {budget ? `Order ${formatFigure(budget.order)} ${unit}` : 'Working it out …'}
          {budget?.cost !== undefined && `, about ${formatMoney(budget.cost)}`}
        </Typography>
        {own && (
          <Button
            onClick={() =>
              edit((draft) => void (draft.cold = (draft.cold ?? []).filter((c) => c.goodId !== cold.goodId)))
            }
          >
            {own === 'figures' ? 'Back to the usual figures' : 'Leave it out'}
          </Button>
        )}
      </Box>
      {!own && (
        <Typography color="textSecondary" sx={{ my: 1 }}>
          Worked out with the usual figures of such a vessel. Change what differs for yours.
        </Typography>
      )}
      {findings.map((f) => (
        <Typography key={f.message} sx={{ my: 1 }}>
          <LevelMark level={f.level} /> {f.message}
        </Typography>
      ))}
      <Alert severity="warning" sx={{ my: 3 }}>
        It boils into a gas that takes the place of air: ventilate, measure oxygen where you can, never ride
        with it in a closed car, never seal its vessel. Gloves, face shield, trained people; local rules
        first.
      </Alert>
      <Box
        sx={{
          display: 'grid',
          gap: 6,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', md: '340px minmax(0, 1fr)' },
        }}
      >
        <Box sx={{ display: 'grid', gap: 3, gridTemplateColumns: '1.4fr 1fr', alignContent: 'start' }}>
          <FieldOf
            type={ColdPlan}
            name="filledOn"
            value={cold.filledOn}
            onValue={(filledOn) => change({ filledOn })}
          />
          <FieldOf
            type={ColdPlan}
            name="filledAt"
            value={cold.filledAt}
            onValue={(filledAt) => change({ filledAt })}
          />
          {figures(unit).map(([key, behind]) => (
            <FieldOf
              key={key}
              type={ColdPlan}
              name={key}
              {...(behind && { label: `${fieldOf(ColdPlan, key).label}, ${behind}` })}
              value={cold[key]}
              onValue={(v) => change({ [key]: v })}
            />
          ))}
          <ChilledObjects cold={cold} onChange={(objects) => change({ objects })} />
        </Box>
        <Box sx={{ minWidth: 0 }}>
          {budget && <VesselChart budget={budget} vessel={cold.vessel} />}
          {budget && <ColdWorking budget={budget} />}
        </Box>
      </Box>
    </Box>
  );
}
