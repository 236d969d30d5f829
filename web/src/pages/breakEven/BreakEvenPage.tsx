import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { Workbench } from '../../parts/calculators/Workbench.tsx';
import { BetweenView } from './BetweenView.tsx';
import { PaybackView } from './PaybackView.tsx';
import { UnitsView } from './UnitsView.tsx';
import './breakEven.scss';

const NOTHING = {
  heading: 'No break-even yet',
  words:
    'How many units it takes until nothing is lost, in which month a project has paid itself back, or when the dearer of two ways has become the cheaper one.',
};

const KINDS = [
  { words: 'How many units it takes', settings: { about: 'units' } },
  { words: 'In which month it has paid itself back', settings: { about: 'time', flow: '{@net}' } },
  { words: 'When two alternatives have cost the same', settings: { about: 'between' } },
];

/** Break-even: where nothing is lost, in units or in time, and where two alternatives cross. */
export function BreakEvenPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <Workbench table="breakEvens" title="Break-even" nothing={NOTHING} kinds={KINDS} tools={sliderTool}>
      {(row) => {
        switch (row.about) {
          case 'units':
            return <UnitsView key={row.id} row={row} sliders={sliders} />;
          case 'time':
            return <PaybackView key={row.id} row={row} />;
          case 'between':
            return <BetweenView key={row.id} row={row} sliders={sliders} />;
        }
      }}
    </Workbench>
  );
}
