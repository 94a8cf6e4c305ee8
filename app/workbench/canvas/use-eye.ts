import { useCallback, useEffect, useMemo, useRef } from 'react';
import { planeThrough, type Model } from '~core/model';
import { useWorkbench, useWorkbenchApi } from '../../state/store';
import { planeKey, type Camera, type ViewPlane } from '../../state/view-slice';
import { extentOf } from '../picture/setting-out';
import { directionOf, fitEye, panned, type Frame } from '../projection/eye';
import { positionsOf, type Scope } from '~core/picture';

/** The eye of a view: where it was left, or fitted to what is in view; fitted again when that is asked for. @param framed whether the view stands beside others */
export function useEye({
  model,
  plane,
  scope,
  isolated,
  frame,
  framed,
}: {
  model: Model;
  plane: ViewPlane;
  scope: Scope;
  isolated: readonly string[] | null;
  frame: Frame;
  framed: boolean;
}): { eye: Camera; setEye: (camera: Camera) => void } {
  const api = useWorkbenchApi();
  const cameras = useWorkbench((state) => state.cameras);
  const fitRequest = useWorkbench((state) => state.fitRequest);
  const look = useWorkbench((state) => state.look);
  const key = planeKey(plane);
  // storey marks stand left of what they mark, grid bubbles below
  const fitFrame = useMemo<Frame>(
    () => ({
      ...frame,
      insets: {
        ...frame.insets,
        left: frame.insets.left + (plane.kind === 'plan' || isolated ? 0 : framed ? 104 : 84),
        bottom: frame.insets.bottom + (plane.kind === '3d' ? 0 : 56),
      },
    }),
    [frame, plane.kind, isolated, framed],
  );
  const fitted = useCallback((): Camera => {
    const axis = plane.kind === 'elevation' ? model.gridLines[plane.gridLine].axis : undefined;
    return offsetFor(
      fitEye(
        pointsToFit(model, plane, scope, isolated !== null),
        directionOf(
          plane,
          axis,
          plane.kind === 'plane' ? planeThrough(model.planes[plane.plane].points)?.normal : undefined,
        ),
        fitFrame,
      ),
      fitFrame,
      frame,
    );
  }, [model, plane, scope, isolated, frame, fitFrame]);
  const eye = useMemo(() => cameras[key] ?? fitted(), [cameras, key, fitted]);
  const setEye = useCallback(
    (camera: Camera) => look({ cameras: { ...api.getState().cameras, [key]: camera } }),
    [api, look, key],
  );

  const lastFit = useRef(fitRequest);
  useEffect(() => {
    if (lastFit.current === fitRequest) return;
    lastFit.current = fitRequest;
    const current = fitted();
    const before = api.getState().cameras[key];
    const direction =
      before && plane.kind === '3d'
        ? { azimuth: before.azimuth, elevation: before.elevation, parallel: before.parallel }
        : current;
    setEye(
      offsetFor(fitEye(pointsToFit(model, plane, scope, isolated !== null), direction, fitFrame), fitFrame, frame),
    );
  }, [fitRequest, fitted, setEye, api, key, model, plane, scope, isolated, frame, fitFrame]);

  return { eye, setEye };
}

/** An eye fitted to one frame, slid so that it fits the same in another whose margins differ. */
function offsetFor(eye: Camera, fittedTo: Frame, frame: Frame): Camera {
  return panned(
    eye,
    (fittedTo.insets.left - frame.insets.left) / 2,
    (frame.insets.bottom - fittedTo.insets.bottom) / 2,
    frame,
  );
}

/** What a view must hold: the drawn members, and in space the ground plan with its grid bubbles; or only an isolated set. */
function pointsToFit(model: Model, plane: ViewPlane, scope: Scope, isolated: boolean): Float64Array {
  const members = positionsOf(model, scope.members, isolated ? [] : scope.nodes);
  const extent = extentOf(model);
  if (!extent || (members.length > 0 && (isolated || plane.kind !== '3d'))) return members;
  const { low, high } = extent;
  const ground = [low[0], high[0] + 1].flatMap((x) => [low[1] - 1.5, high[1]].flatMap((y) => [x, y, low[2]]));
  return Float64Array.from([...ground, ...members]);
}
