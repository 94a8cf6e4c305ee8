import { shownWords } from '~core/results';
import { pictureSvg, type PictureRequest } from '~core/picture';
import type { Workbench } from '../../state/store';
import { planeKey } from '../../state/view-slice';
import { formatQuantity } from '~core/units';
import { kindOfQuantity } from '../picture/compose';
import { pictureDoors, type PictureLayers } from '../picture/picture-doors';
import { legendSteps, valueColor } from '~core/picture';
import { saveFile } from '../../making/save-file';
import { fileName } from './save-tables';

/** What the first view shows, as a picture is asked for. */
function requestOf(workbench: Workbench): PictureRequest {
  const { shown, quantity, plane, cameras, isolated, hidden, stage, checks } = workbench.getState();
  const camera = cameras[planeKey(plane)];
  const drawn: PictureRequest['quantity'] =
    stage === 'checks' ? 'utilisation' : stage === 'results' ? quantity : 'outline';
  const utilisations = new Map(
    [...checks.values()].flatMap((row) =>
      row.utilisation === null
        ? []
        : [[row.memberId, { value: row.utilisation, open: row.verdict === 'open' }] as const],
    ),
  );
  return {
    shown,
    quantity: drawn,
    ...(drawn === 'utilisation' ? { utilisations } : {}),
    view: {
      plane,
      camera: camera ? { ...camera, target: [...camera.target] as [number, number, number] } : null,
      isolated: isolated && [...isolated],
      hidden: [...hidden],
    },
    width: 1200,
    height: 800,
    caption: true,
  };
}

/** Saves what is on screen: as PNG with its layers, title, scale and legend, or as SVG drawn anew from the results. */
export async function savePicture(workbench: Workbench, format: 'png' | 'svg'): Promise<void> {
  const { model, solved, shown, notify } = workbench.getState();
  const name = fileName(`${model.settings.name}, ${shownWords(model, shown).name}`);
  if (format === 'svg') {
    const svg = pictureSvg(model, solved?.model === model ? solved.solution : undefined, requestOf(workbench));
    saveFile(`${name}.svg`, new Blob([svg], { type: 'image/svg+xml' }));
    return;
  }
  const views = [...pictureDoors].sort(([a], [b]) => a - b).flatMap(([, door]) => door() ?? []);
  const blob =
    views.length === 0
      ? null
      : await new Promise<Blob | null>((resolve) => onOneSheet(workbench, views).toBlob(resolve, 'image/png'));
  if (blob) saveFile(`${name}.png`, blob);
  else notify('There is no drawing to save; this browser may have no WebGL.', 'error');
}

const [foot, step] = [44, 14];

/** The views beside and below each other on white, with title, scale and, where values are colours, the legend. */
function onOneSheet(workbench: Workbench, views: readonly PictureLayers[]): HTMLCanvasElement {
  const { model, shown, scaleText, quantity, legendRange, drawn } = workbench.getState();
  const ratio = views[0].overlay.width / views[0].width;
  const columns = views.length > 1 ? 2 : 1;
  const [width, height] = [Math.max(...views.map((view) => view.width)), Math.max(...views.map((view) => view.height))];
  const [wide, tall] = [columns * width, Math.ceil(views.length / columns) * height];
  const canvas = Object.assign(document.createElement('canvas'), {
    width: wide * ratio,
    height: (tall + foot) * ratio,
  });
  const context = canvas.getContext('2d')!;
  context.scale(ratio, ratio);
  context.fillStyle = '#ffffff';
  context.fillRect(0, 0, wide, tall + foot);
  views.forEach((view, i) => {
    const [x, y] = [(i % columns) * width, Math.floor(i / columns) * height];
    context.drawImage(view.graphics, x, y, view.width, view.height);
    context.drawImage(view.overlay, x, y, view.width, view.height);
    context.strokeStyle = '#DCE2E8';
    context.strokeRect(x, y, view.width, view.height);
  });
  if (legendRange && drawn.paint === 'colours') {
    const kind = kindOfQuantity(quantity);
    const { units } = model.settings;
    context.font = "400 12px 'Commissioner Variable', sans-serif";
    for (let i = 0; i < legendSteps; i++) {
      context.fillStyle = valueColor(i, legendRange);
      context.fillRect(wide - 110, 20 + (legendSteps - 1 - i) * step, step, step);
    }
    context.fillStyle = '#161C23';
    context.fillText(formatQuantity(legendRange[1], kind, units), wide - 90, 31);
    context.fillText(formatQuantity(legendRange[0], kind, units), wide - 90, 20 + legendSteps * step - 3);
  }
  const words = shownWords(model, shown);
  context.fillStyle = '#161C23';
  context.font = "600 14px 'Commissioner Variable', sans-serif";
  context.fillText(`${model.settings.name}: ${quantity}, ${words.name}`, 12, tall + 18);
  context.fillStyle = '#434E59';
  context.font = "400 12px 'Commissioner Variable', sans-serif";
  context.fillText([words.detail, scaleText].filter((part) => part !== '').join(' · '), 12, tall + 35);
  return canvas;
}
