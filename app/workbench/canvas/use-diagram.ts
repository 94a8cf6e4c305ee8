import { isMovement, isOfPanels } from '~core/results';
import { useEffect, useMemo, useState } from 'react';
import type { Model } from '~core/model';
import type { Shown } from '~core/results';
import type { Solved } from '../../state/solve-slice';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import type { Drawn, Quantity, Stage, ViewPlane } from '../../state/view-slice';
import { regionIn } from '../tools/result-tools';
import { Values, type FieldValue } from '../tools/tool';
import { membersForWorker } from '../../workers/worker-limit';
import { drawQuantity, type DiagramDrawing, type DiagramSource } from '~core/picture';
import type { Scope } from '~core/picture';

interface Asked {
  readonly number: number;
  readonly model: Model;
  readonly scope: Scope;
  readonly stage: Stage;
  readonly shown: Shown;
  readonly quantity: Quantity;
  readonly drawn: Drawn;
  readonly solved: Solved | undefined;
  readonly less: DiagramSource['less'] | undefined;
  readonly plane: ViewPlane;
}

/**
 * The drawing of a quantity for a view: made at once for models of ordinary size, in the worker for large ones, where nothing is drawn until the drawing of just this case has come.
 * Several views share one scale, the smallest that any of them would choose.
 */
export function useDiagram({
  number,
  model,
  scope,
  stage,
  shown,
  quantity,
  drawn,
  solved,
  less,
  plane,
}: Asked): DiagramDrawing | undefined {
  const api = useWorkbenchApi();
  const several = useWorkbench((state) => state.panes.length > 0);
  const paneScales = useWorkbench((state) => state.paneScales);
  const isHere = useWorkbench((state) => state.solved === solved);
  const inSight = stage === 'results' && solved !== undefined;
  const numbers = useMemo(() => new Map(solved?.solution.memberIds.map((id, i) => [id, i])), [solved]);
  const members = useMemo(
    () => (inSight ? scope.members.flatMap((member) => numbers.get(member.id) ?? []) : []),
    [inSight, scope, numbers],
  );
  const size = useMemo(
    () => solved?.solution.positions.reduce((most, coordinate) => Math.max(most, Math.abs(coordinate)), 1) ?? 1,
    [solved],
  );
  const facing = useMemo(() => facingOf(model, plane), [model, plane]);
  const moves = isMovement(quantity);
  const openTool = useWorkbench((state) => state.openTool);
  // extremes are written of the region that is asked about as long as the question stands
  const region = useMemo(
    () =>
      openTool?.id === 'region-extremes' && solved
        ? regionIn(
            { results: { solution: solved.solution, shown, quantity } },
            new Values(openTool.values as Record<string, FieldValue>),
          )
        : undefined,
    [openTool, solved, shown, quantity],
  );
  const common = several
    ? Math.min(
        Infinity,
        ...Object.values(paneScales)
          .filter((one) => one.quantity === quantity)
          .map((one) => one.scale),
      )
    : Infinity;
  const typed = moves ? drawn.times !== null : drawn.unitsPerMetre !== null;
  const scaled = useMemo<Drawn>(
    () =>
      typed || common === Infinity
        ? drawn
        : moves
          ? { ...drawn, times: common }
          : { ...drawn, unitsPerMetre: 1 / common },
    [drawn, common, typed, moves],
  );
  const large = members.length > membersForWorker && isHere && !less && !isOfPanels(quantity);

  const made = useMemo(
    () =>
      inSight && !large
        ? {
            drawing: drawQuantity(
              {
                model,
                solution: solved.solution,
                shown,
                facing,
                panels: scope.panels,
                region,
                ...(less ? { less } : {}),
              },
              members,
              quantity,
              size,
              scaled,
            ),
            natural:
              several && !typed && !isOfPanels(quantity)
                ? naturalScale(
                    { model, solution: solved.solution, shown, panels: scope.panels, ...(less ? { less } : {}) },
                    members,
                    quantity,
                    size,
                    drawn,
                  )
                : undefined,
          }
        : undefined,
    [
      inSight,
      large,
      model,
      solved,
      shown,
      less,
      members,
      quantity,
      size,
      scaled,
      drawn,
      several,
      typed,
      facing,
      scope,
      region,
    ],
  );

  useEffect(() => {
    const natural = made?.natural;
    if (natural === undefined) return;
    const known = api.getState().paneScales[number] as { quantity: Quantity; scale: number } | undefined;
    if (known?.quantity !== quantity || known.scale !== natural)
      api.getState().look({ paneScales: { ...api.getState().paneScales, [number]: { quantity, scale: natural } } });
  }, [made, api, number, quantity]);
  useEffect(
    () => () => {
      const { [number]: _gone, ...rest } = api.getState().paneScales;
      api.getState().look({ paneScales: rest });
    },
    [api, number],
  );

  const [fetched, setFetched] = useState<{
    quantity: Quantity;
    shown: Shown;
    solved: Solved | undefined;
    drawing: DiagramDrawing | undefined;
  }>();
  useEffect(() => {
    if (!large) return;
    let wanted = true;
    void api
      .getState()
      .drawing(members, shown, quantity, size, scaled, facing, scope.panels)
      .then((drawing) => wanted && setFetched({ quantity, shown, solved, drawing }));
    return () => {
      wanted = false;
    };
  }, [api, large, members, shown, quantity, size, scaled, facing, solved, scope]);
  // what is still of another case would stand under a caption that is not its own
  const isTheirs = fetched?.quantity === quantity && fetched.shown === shown && fetched.solved === solved;
  return large ? (isTheirs ? fetched.drawing : undefined) : made?.drawing;
}

/** The direction towards the eye of a plan or an elevation; none in space. */
function facingOf(model: Model, plane: ViewPlane): readonly [number, number, number] | undefined {
  if (plane.kind === 'plan') return [0, 0, 1];
  if (plane.kind !== 'elevation') return undefined;
  return model.gridLines[plane.gridLine]?.axis === 'x' ? [1, 0, 0] : [0, 1, 0];
}

/** The scale a view would choose for itself. */
function naturalScale(
  source: DiagramSource,
  members: readonly number[],
  quantity: Quantity,
  size: number,
  drawn: Drawn,
): number | undefined {
  const scale = drawQuantity(source, members, quantity, size, {
    ...drawn,
    times: null,
    unitsPerMetre: null,
  })?.scale;
  return scale === 0 ? undefined : scale;
}
