import { Deferred } from '../../ui/Deferred.tsx';
import { PictureView } from '../charts/PictureView.tsx';
import type { Picture } from '../charts/picture.ts';
import { ScheduleGrid, type ScheduleColumn } from './ScheduleGrid.tsx';

interface ChartCardProps {
  readonly picture: Picture;
  readonly height: number;
  readonly label: string;
  readonly rowHeading: string;
  readonly rows: readonly string[];
  readonly columns: readonly ScheduleColumn[];
  readonly marked?: number;
  readonly totalLabel?: string;
}

/** Figures as a picture, and below it the same figures as a schedule. */
export function ChartCard({ picture, height, ...schedule }: ChartCardProps) {
  return (
    <>
      <Deferred>
        <div className="calculator-pictures">
          <PictureView picture={picture} height={height} />
        </div>
      </Deferred>
      <ScheduleGrid {...schedule} />
    </>
  );
}
