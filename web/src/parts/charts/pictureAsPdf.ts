import { BasicPlatform, Chart } from 'chart.js';
import * as pdfMake from 'pdfmake/build/pdfmake';
import fonts from 'pdfmake/build/vfs_fonts';
import { Context } from 'svgcanvas/dist/svgcanvas.esm.js';
import { configOf } from './chartConfig.ts';
import type { Picture } from './picture.ts';
// The parts of the chart library are made known where pictures are drawn.
import './PictureCanvas.tsx';

/** The room of a picture on a landscape A4 page with its margins, in points. */
const WIDTH = 760;
const HEIGHT = 430;
/** The letters that come with the PDF library. */
const FAMILY = 'Roboto';

pdfMake.addVirtualFileSystem(fonts);

/** A picture as SVG: drawn by the same library as on the screen, into a context that keeps lines instead of points. */
export function pictureAsSvg(picture: Picture): string {
  const measure = window.document.createElement('canvas').getContext('2d')!;
  const context = new Context({ width: WIDTH, height: HEIGHT, ctx: measure });
  const canvas = { width: WIDTH, height: HEIGHT, style: {}, getContext: () => context };
  Object.defineProperty(context, 'canvas', { value: canvas });
  const { type, data, options, plugins } = configOf(picture, FAMILY);
  // The context knows neither paths kept as objects nor holes in areas: lines are drawn directly, bars without an edge.
  const datasets = data.datasets.map((dataset) =>
    dataset.type === 'line' ? { ...dataset, segment: {} } : { ...dataset, borderWidth: 0 },
  );
  const chart = new Chart(canvas as unknown as HTMLCanvasElement, {
    type,
    data: { ...data, datasets },
    plugins,
    options: { ...options, responsive: false, animation: false, devicePixelRatio: 1, events: [] },
    platform: BasicPlatform,
  });
  const svg = context.getSerializedSvg();
  chart.destroy();
  return svg;
}

/** A picture on a page of its own, with its title above it, as a PDF whose lines stay sharp at any size. */
export function pictureAsPdf(picture: Picture, title: string, planName: string): Promise<Blob> {
  return pdfMake
    .createPdf({
      info: { title, subject: planName },
      pageSize: 'A4',
      pageOrientation: 'landscape',
      pageMargins: 36,
      content: [
        { text: title, fontSize: 18, margin: [0, 0, 0, 2] },
        { text: planName, fontSize: 10, color: '#5d4a63', margin: [0, 0, 0, 14] },
        { svg: pictureAsSvg(picture), width: WIDTH },
      ],
    })
    .getBlob();
}
