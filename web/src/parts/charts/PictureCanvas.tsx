import {
  ArcElement,
  BarController,
  BarElement,
  CategoryScale,
  Chart,
  DoughnutController,
  Filler,
  Legend,
  LinearScale,
  LineController,
  LineElement,
  PointElement,
  Tooltip,
} from 'chart.js';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { Chart as ChartView } from 'react-chartjs-2';
import { t } from '../../language/language.ts';
import { configOf } from './chartConfig.ts';
import type { Kind } from './kind.ts';
import type { Picture } from './picture.ts';

Chart.register(
  ArcElement, DoughnutController, BarController, BarElement, CategoryScale, Filler, Legend, LinearScale, LineController, LineElement, PointElement, Tooltip,
); // prettier-ignore

/** The canvas of a picture. The arrow keys go through its categories and say their figures. */
export default function PictureCanvas({ picture }: { readonly picture: Picture }) {
  const chart = useRef<Chart<Kind, (number | null)[], string>>(null);
  const pointed = useRef(-1);
  const [announcement, setTold] = useState('');
  const { type, data, options, plugins } = useMemo(() => configOf(picture), [picture]);

  const step = (event: KeyboardEvent) => {
    const by = event.key === 'ArrowRight' ? 1 : event.key === 'ArrowLeft' ? -1 : 0;
    const now = chart.current;
    if (by === 0 || !now) return;
    event.preventDefault();
    pointed.current = Math.max(0, Math.min(picture.categories.length - 1, pointed.current + by));
    const elements = picture.series.map((_, datasetIndex) => ({ datasetIndex, index: pointed.current }));
    now.setActiveElements(elements);
    now.tooltip?.setActiveElements(elements, { x: 0, y: 0 });
    now.update('none');
    const category = picture.categories[pointed.current];
    const figures = picture.series.map(({ label, values }) => {
      const value = values[pointed.current];
      return `${label} ${value == null ? t('charts.nothing') : picture.write(value)}`;
    });
    setTold(`${category}: ${figures.join(', ')}`);
  };
  return (
    <>
      <div className="picture-canvas" role="img" tabIndex={0} aria-label={picture.label} onKeyDown={step}>
        {/* A ring is another kind of chart altogether, and cannot become one of bars in place. */}
        <ChartView
          key={picture.form ?? 'axes'}
          ref={chart}
          type={type}
          data={data}
          options={options}
          plugins={plugins}
          aria-hidden
        />
      </div>
      <span className="visually-hidden" aria-live="polite">
        {announcement}
      </span>
    </>
  );
}
