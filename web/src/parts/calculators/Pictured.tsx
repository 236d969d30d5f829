import { Later } from '../../ui/Later.tsx';
import { PictureView } from '../charts/PictureView.tsx';
import type { Picture } from '../charts/picture.ts';
import { ScheduleGrid, type ScheduleColumn } from './ScheduleGrid.tsx';

interface PicturedProps {
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
export function Pictured({ picture, height, ...schedule }: PicturedProps) {
  return (
    <>
      <Later>
        <div className="bench-pictures">
          <PictureView picture={picture} height={height} />
        </div>
      </Later>
      <ScheduleGrid {...schedule} />
    </>
  );
}
