import { partOf, usePart } from '../../ui/part.ts';
import type { Picture } from './picture.ts';
import './charts.scss';
import { t } from '../../language/language.ts';

const CANVAS = partOf(async () => (await import('./PictureCanvas.tsx')).default);

/** A picture of figures, with a table of the same figures for screen readers. */
export function PictureView({ picture, height }: { readonly picture: Picture; readonly height: number | '100%' }) {
  const [PictureCanvas, hasFailed] = usePart(CANVAS);
  return (
    <figure className="picture" style={{ height }}>
      {PictureCanvas ? (
        <PictureCanvas picture={picture} />
      ) : (
        <div className="picture-canvas" aria-busy={!hasFailed}>
          {hasFailed && <p className="quiet">{t('charts.serverNeeded')}</p>}
        </div>
      )}
      {picture.remark !== undefined && <figcaption className="picture-remark">{picture.remark}</figcaption>}
      <table className="visually-hidden">
        <caption>{picture.label}</caption>
        <thead>
          <tr>
            <th scope="col">{picture.categoryName}</th>
            {picture.series.map((series) => (
              <th key={series.label} scope="col">
                {series.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {picture.categories.map((category, index) => (
            // Two items may be called the same.
            <tr key={`${index}|${category}`}>
              <th scope="row">{category}</th>
              {picture.series.map((series) => {
                const value = series.values[index];
                return <td key={series.label}>{value == null ? t('charts.nothing') : picture.write(value)}</td>;
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </figure>
  );
}
