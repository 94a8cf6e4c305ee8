import { useEffect, useRef, useState, type RefObject } from 'react';
import type { Camera } from '../../state/view-slice';
import type { Picture } from '../picture/compose';
import { pictureDoors } from '../picture/picture-doors';
import { GraphicsScene } from '../picture/scene';
import { toThree, type Frame } from '../projection/eye';

/** One swing of an animated movement, ms. */
const swingPeriod = 2200;

/**
 * Draws a picture with WebGL, again whenever it, the eye or the frame changes, and swings what moves while it is animated. Others get the
 * finished picture of a view by `pictureDoors`.
 * @returns why nothing can be drawn; empty: it can
 */
export function useGraphics({
  number,
  graphics,
  overlay,
  picture,
  eye,
  frame,
  animated,
}: {
  number: number;
  graphics: RefObject<HTMLCanvasElement | null>;
  overlay: RefObject<HTMLCanvasElement | null>;
  picture: Picture;
  eye: Camera;
  frame: Frame;
  animated: boolean;
}): string {
  const scene = useRef<GraphicsScene | null>(null);
  const [failure, setFailure] = useState('');
  useEffect(() => {
    try {
      scene.current = new GraphicsScene(graphics.current!);
    } catch (error) {
      setFailure(error instanceof Error ? error.message : String(error));
    }
    return () => {
      scene.current?.dispose();
      scene.current = null;
    };
  }, [graphics]);
  useEffect(() => scene.current?.resize(frame.width, frame.height), [frame.width, frame.height]);
  useEffect(() => scene.current?.set(picture.drawing), [picture]);
  useEffect(() => {
    let request = requestAnimationFrame(function show(time: number) {
      const { moving } = picture;
      if (moving) scene.current?.swing(animated ? Math.sin((2 * Math.PI * time) / swingPeriod) : 1);
      scene.current?.render(toThree(eye, frame));
      if (animated && moving) request = requestAnimationFrame(show);
    });
    return () => cancelAnimationFrame(request);
  }, [eye, frame, picture, animated]);
  useEffect(() => {
    pictureDoors.set(number, () => {
      const graphicsCanvas = scene.current?.picture(toThree(eye, frame));
      return graphicsCanvas && overlay.current
        ? { graphics: graphicsCanvas, overlay: overlay.current, width: frame.width, height: frame.height }
        : undefined;
    });
    return () => void pictureDoors.delete(number);
  }, [eye, frame, number, overlay]);
  return failure;
}
