import AddIcon from '@mui/icons-material/Add';
import { Alert, Box, Button, Typography } from '@mui/material';
import { ColdPlan, CRYOGENS, fieldOf, formatMoney, type ColdBudget, type PlanFinding } from '@hearty/core';
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

/** How much liquid nitrogen or dry ice to order: what the demos use, and what the air takes. */
export function ColdView() {
  const { file, plan } = useShow();
  const goods = useDocuments('goods');
  const cold = file.show.cold ?? [];
  const cryogens = (goods.data ?? []).filter(
    (g) => g.body.storage === 'cryogen' && g.body.sort === 'consumable',
  );
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
          name={goods.data?.find((g) => g.id === c.goodId)?.body.name ?? c.cryogen}
          budget={plan.cold.find((b) => b.goodId === c.goodId)}
          findings={plan.findings.filter((f) => f.goodId === c.goodId && f.code.startsWith('cold-'))}
        />
      ))}
      {cold.length === 0 && (
        <Empty title="No cold budget yet">
          {cryogens.length
            ? 'Say which cryogen the show uses; what its demos pour is counted from the plan.'
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
                draft.cold = [...(draft.cold ?? []), newCold(g.id, g.body.unit === 'g', draft.date)];
              })
            }
          >
            Budget for {g.body.name}
          </Button>
        ))}
    </>
  );
}

/** Usual figures to begin with: a 10 L flask with 0.2 L a day, 15 % lost in pouring. Common practice. */
const newCold = (goodId: string, dry: boolean, date: string): ColdPlan => ({
  goodId,
  cryogen: dry ? 'dry ice' : 'liquid nitrogen',
  vessel: dry ? 15 : 10,
  staticPerDay: dry ? 2 : 0.2,
  filledOn: date,
  filledAt: '09:00',
  chillDown: dry ? 0 : 1,
  pourLossPct: 15,
  openPerHour: dry ? 0.3 : 0.5,
  openHours: 1,
  reservePct: 10,
  objects: [],
});

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
  name,
  budget,
  findings,
}: {
  cold: ColdPlan;
  name: string;
  /** Absent for the moment in which a new one is worked out. */
  budget: ColdBudget | undefined;
  findings: PlanFinding[];
}) {
  const { unit } = CRYOGENS[cold.cryogen];
  const change = (part: Partial<ColdPlan>) =>
    edit((draft) =>
      draft.cold?.filter((c) => c.goodId === cold.goodId).forEach((c) => Object.assign(c, part)),
    );
  return (
    <Box component="section" aria-label={`Cold budget: ${name}`} sx={{ mb: 8 }}>
      <Box sx={{ display: 'flex', gap: 3, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Typography variant="h2">{name}</Typography>
        <Typography
          data-testid="cold-order"
          sx={{ color: 'secondary.main', fontWeight: 700, fontSize: 'head', flex: 1 }}
        >
          {budget ? `Order ${budget.order} ${unit}` : 'Working it out …'}
          {budget?.cost !== undefined && `, about ${formatMoney(budget.cost)}`}
        </Typography>
        <Button
          onClick={() =>
            edit((draft) => void (draft.cold = (draft.cold ?? []).filter((c) => c.goodId !== cold.goodId)))
          }
        >
          Leave it out
        </Button>
      </Box>
      {findings.map((f) => (
        <Typography key={f.says} sx={{ my: 1 }}>
          <LevelMark level={f.level} /> {f.says}
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
            of={ColdPlan}
            name="filledOn"
            value={cold.filledOn}
            onValue={(filledOn) => change({ filledOn })}
          />
          <FieldOf
            of={ColdPlan}
            name="filledAt"
            value={cold.filledAt}
            onValue={(filledAt) => change({ filledAt })}
          />
          {figures(unit).map(([key, behind]) => (
            <FieldOf
              key={key}
              of={ColdPlan}
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
