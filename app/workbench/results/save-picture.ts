import { forceComponents, shownWords } from '~core/results';
import { pictureSvg, type PictureRequest } from '~core/report';
import type { Workbench } from '../../state/store';
import { planeKey } from '../../state/view-slice';
import { pictureDoors } from '../canvas/picture-doors';
import { fileName, saveFile } from './save-tables';

/** What the first view shows, as a picture is asked for. */
function requestOf(workbench: Workbench): PictureRequest {
  const { shown, quantity, plane, cameras, isolated, hidden, stage } = workbench.getState();
  const camera = cameras[planeKey(plane)];
  const drawn: PictureRequest['quantity'] = stage !== 'results' ? 'outline' : (forceComponents as readonly string[]).includes(quantity) || quantity === 'deflected' ? (quantity as PictureRequest['quantity']) : 'deflected';
  return { shown, quantity: drawn, view: { plane, camera: camera ? { ...camera, target: [...camera.target] as [number, number, number] } : null, isolated: isolated && [...isolated], hidden: [...hidden] }, width: 1200, height: 800, caption: true };
}

/** Saves what is on screen: as PNG with its layers, title, scale and legend, or as SVG drawn anew from the results. */
export async function savePicture(workbench: Workbench, format: 'png' | 'svg'): Promise<void> {
  const { model, solved, shown, scaleText, notify, quantity } = workbench.getState();
  const name = fileName(`${model.settings.name}, ${shownWords(model, shown).name}`);
  if (format === 'svg') {
    const svg = pictureSvg(model, solved?.model === model ? solved.solution : undefined, requestOf(workbench));
    saveFile(`${name}.svg`, new Blob([svg], { type: 'image/svg+xml' }));
    return;
  }
  const layers = pictureDoors.get(0)?.();
  if (!layers) {
    notify('There is no drawing to save; this browser may have no WebGL.', 'error');
    return;
  }
  const ratio = layers.overlay.width / layers.width;
  const foot = 44 * ratio;
  const canvas = Object.assign(document.createElement('canvas'), { width: layers.overlay.width, height: layers.overlay.height + foot });
  const context = canvas.getContext('2d')!;
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, canvas.width, canvas.height);
  context.drawImage(layers.graphics, 0, 0, layers.overlay.width, layers.overlay.height);
  context.drawImage(layers.overlay, 0, 0);
  context.scale(ratio, ratio);
  context.fillStyle = '#161C23';
  context.font = "600 14px 'Commissioner Variable', sans-serif";
  context.fillText(`${model.settings.name}: ${quantity}, ${shownWords(model, shown).name}`, 12, layers.height + 18);
  context.fillStyle = '#434E59';
  context.font = "400 12px 'Commissioner Variable', sans-serif";
  context.fillText([shownWords(model, shown).detail, scaleText].filter((part) => part !== '').join(' · '), 12, layers.height + 35);
  const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
  if (blob) saveFile(`${name}.png`, blob);
  else notify('The picture could not be made.', 'error');
}
