import { useMemo } from 'react';
import { pictureSvg, type PictureRequest } from '~core/picture';
import { useWorkbench } from '../../state/store';

/** A small picture of the model on screen with results, as it is printed. */
export function ModelPicture({
  shown,
  quantity,
  width,
  height,
}: Pick<PictureRequest, 'shown' | 'quantity' | 'width' | 'height'>) {
  const model = useWorkbench((state) => state.model);
  const solved = useWorkbench((state) => state.solved);
  const address = useMemo(
    () =>
      `data:image/svg+xml;utf8,${encodeURIComponent(pictureSvg(model, solved?.model === model ? solved.solution : undefined, { shown, quantity, width, height, caption: true }))}`,
    [model, solved, shown, quantity, width, height],
  );
  return (
    <img
      src={address}
      width={width}
      height={height}
      alt={`${quantity === 'deflected' ? 'Deflected shape' : quantity} of the model`}
      style={{ maxWidth: '100%', height: 'auto' }}
    />
  );
}
