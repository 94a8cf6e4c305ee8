import { useEffect, useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { purposeNames } from '~core/combine';
import { inOrder, purposes, type Purpose } from '~core/model';
import { formatNumber, formatQuantity } from '~core/units';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { Shown } from '../../state/view-slice';
import { colors, utilisationColor } from '../../theme/tokens';
import { isForce } from '~core/picture';
import { quantityColor } from '../../theme/quantity-color';
import {
  combinationsFor,
  isEnvelope,
  shownParts,
  shownWords,
  stationTable,
  toggled,
  resultQuantities,
} from '~core/results';

interface Stop {
  readonly shown: Shown;
  readonly label: string;
  readonly title: string;
}

const tallest = 16;
/** px a stop takes, so that its name stands beside its neighbours' */
const stopWidth = (label: string): number => Math.max(34, 10 + 7 * label.length);
const same = (a: Shown, b: Shown) => JSON.stringify(a) === JSON.stringify(b);

/** Utilisation of a member by combination, asked anew whenever the checks change. */
function useUtilisations(member: string | undefined) {
  const workbench = useWorkbenchApi();
  const checks = useWorkbench((state) => state.checks);
  const [found, setFound] = useState<{
    member: string;
    rows: readonly { readonly combination: string; readonly utilisation: number | null }[];
  }>();
  useEffect(() => {
    let current = true;
    if (member !== undefined && (checks.get(member)?.utilisation ?? null) !== null) {
      void workbench
        .getState()
        .utilisations(member)
        .then((rows) => {
          if (current && rows) setFound({ member, rows });
        });
    }
    return () => {
      current = false;
    };
  }, [workbench, checks, member]);
  return found && found.member === member ? found.rows : undefined;
}

/** Cases, combinations and envelopes as stops on a line; over each the peak of the shown quantity in the selected member. */
export function CaseStrip({ right }: { right: number }) {
  const model = useWorkbench((state) => state.model);
  const shown = useWorkbench((state) => state.shown);
  const solved = useWorkbench((state) => state.solved);
  const quantity = useWorkbench((state) => state.quantity);
  const stage = useWorkbench((state) => state.stage);
  const member = useWorkbench((state) =>
    state.selection.members.length === 1 ? state.selection.members[0] : undefined,
  );
  const look = useWorkbench((state) => state.look);
  const list = useRef<HTMLDivElement>(null);

  const groups = useMemo(() => {
    const combinations = (purpose: Purpose): Stop[] => {
      const stops = combinationsFor(model, purpose).map((combination): Stop => ({
        shown: { kind: 'combination', id: combination.id },
        label: combination.label,
        title: `${combination.label}, ${combination.rule}`,
      }));
      return stops.length > 1
        ? [
            ...stops,
            {
              shown: { kind: 'envelope', purpose },
              label: 'Env',
              title: `Env, envelope of the ${purposeNames[purpose]} combinations`,
            },
          ]
        : stops;
    };
    return [
      {
        name: 'Cases',
        stops: inOrder(model.cases).map((one): Stop => ({
          shown: { kind: 'case', id: one.id },
          label: one.label,
          title: `${one.label}, ${one.name}`,
        })),
      },
      ...purposes.map((purpose) => ({
        name: purposeNames[purpose][0].toUpperCase() + purposeNames[purpose].slice(1),
        stops: combinations(purpose),
      })),
      {
        name: 'Envelopes',
        stops: inOrder(model.envelopes).map((one): Stop => ({
          shown: { kind: 'ownEnvelope', id: one.id },
          label: one.label,
          title: `${one.label}, envelope`,
        })),
      },
    ].filter((group) => group.stops.length > 0);
  }, [model]);
  const stops = groups.flatMap((group) => group.stops);

  const showsChecks = stage === 'checks' || (stage === 'results' && quantity === 'utilisation');
  const utilisations = useUtilisations(showsChecks ? member : undefined);
  // peaks of the selected member, one a stop; nothing to show without one
  const peaks = useMemo(() => {
    if (showsChecks) {
      if (!utilisations) return undefined;
      const of = new Map(utilisations.map((one) => [one.combination, one.utilisation ?? 0]));
      const most = Math.max(0, ...of.values());
      return groups.map((group) =>
        group.stops.map(({ shown: at }) =>
          at.kind === 'combination'
            ? (of.get(at.id) ?? 0)
            : at.kind === 'envelope' && at.purpose === 'strength'
              ? most
              : 0,
        ),
      );
    }
    const number = solved && member !== undefined ? solved.solution.memberIds.indexOf(member) : -1;
    if (!solved || number < 0 || !isForce(quantity) || stage !== 'results') return undefined;
    const table = stationTable(solved.solution);
    return groups.map((group) =>
      group.stops.map((stop) => {
        const parts = shownParts(model, solved.solution, stop.shown);
        if (parts.length === 0) return 0;
        const { max, min } = table.extremes(
          number,
          parts.map((part) => part.weights),
          quantity,
        );
        return Math.max(Math.abs(max.value), Math.abs(min.value));
      }),
    );
  }, [groups, solved, member, quantity, stage, model, showsChecks, utilisations]);
  const largest = peaks ? Math.max(1e-9, ...peaks.flat()) : 1;

  const step = (by: number) => {
    const at = stops.findIndex((stop) => same(stop.shown, shown));
    const next = stops[Math.max(0, Math.min(stops.length - 1, at + by))];
    if (next) look({ shown: next.shown });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key !== 'ArrowLeft' && event.key !== 'ArrowRight') return;
    event.preventDefault();
    step(event.key === 'ArrowRight' ? 1 : -1);
  };
  useEffect(() => {
    void list.current?.querySelector('[aria-pressed="true"]')?.scrollIntoView({ block: 'nearest', inline: 'nearest' });
  }, [shown]);

  const words = shownWords(model, shown);
  const { units } = model.settings;
  const barColor = showsChecks ? utilisationColor(0.7) : quantityColor(quantity);
  const bars =
    peaks && member !== undefined
      ? showsChecks
        ? `bars: utilisation of ${model.members[member]?.label ?? member}`
        : `bars: peak ${quantity} in ${model.members[member]?.label ?? member}`
      : '';
  const told = (value: number) =>
    showsChecks
      ? `utilisation ${formatNumber(value, 2)} of ${member}`
      : `peak ${formatQuantity(value, kind, units)} in ${member}`;
  const kind = resultQuantities[quantity].unit;
  return (
    <section className="strip card" style={{ right }} aria-label="Cases and combinations">
      <div className="strip-head">
        <div className="strong" aria-live="polite">
          {words.name}
        </div>
        <div className="caption formula" title={words.detail}>
          {bars === '' ? (
            words.detail
          ) : (
            <>
              {bars}; <span aria-hidden="true">▾</span> the largest
            </>
          )}
        </div>
      </div>
      <div className="strip-groups" ref={list} onKeyDown={onKeyDown}>
        {groups.map((group, g) => {
          const governing =
            peaks && group.name !== 'Cases' && Math.max(...peaks[g]) > 0
              ? peaks[g].indexOf(Math.max(...peaks[g].filter((_, i) => !isEnvelope(group.stops[i].shown))))
              : -1;
          return (
            <div key={group.name} className="strip-group" role="group" aria-label={group.name}>
              {!peaks && <span className="caption group-name">{group.name}</span>}
              {group.stops.map((stop, i) => {
                const height = peaks ? Math.max(1, (peaks[g][i] / largest) * tallest) : 0;
                const current =
                  same(stop.shown, shown) ||
                  (shown.kind === 'set' &&
                    ((stop.shown.kind === 'case' && shown.cases.includes(stop.shown.id)) ||
                      (stop.shown.kind === 'combination' && shown.combinations.includes(stop.shown.id))));
                return (
                  <button
                    key={stop.label + i}
                    type="button"
                    className="strip-stop"
                    tabIndex={current ? 0 : -1}
                    style={{ width: stopWidth(stop.label) }}
                    aria-pressed={current}
                    aria-label={stop.title}
                    title={peaks ? `${stop.title}: ${told(peaks[g][i])}` : stop.title}
                    onClick={(event) =>
                      look({
                        shown:
                          (event.ctrlKey || event.metaKey) &&
                          (stop.shown.kind === 'case' || stop.shown.kind === 'combination')
                            ? toggled(shown, stop.shown)
                            : stop.shown,
                      })
                    }
                  >
                    {peaks && (
                      <span className="column" style={{ height, background: barColor, opacity: current ? 1 : 0.3 }} />
                    )}
                    {i === governing && (
                      <span className="triangle" style={{ bottom: 29 + height, borderTopColor: colors.ink }} />
                    )}
                    <span
                      className="rule"
                      style={{ left: i === 0 ? '50%' : 0, right: i === group.stops.length - 1 ? '50%' : 0 }}
                    />
                    <span className="dot" />
                    <span className="name">{stop.label}</span>
                  </button>
                );
              })}
            </div>
          );
        })}
        {stops.length === 0 && (
          <span className="secondary" style={{ alignSelf: 'center' }}>
            No load cases yet. Add one in the Loads stage.
          </span>
        )}
      </div>
    </section>
  );
}
