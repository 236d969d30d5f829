import { useSliders } from '../../parts/calculators/useSliders.tsx';
import { Workbench } from '../../parts/calculators/Workbench.tsx';
import { BetweenView } from './BetweenView.tsx';
import { PaybackView } from './PaybackView.tsx';
import { UnitsView } from './UnitsView.tsx';
import './breakEven.scss';
import { messages } from '../../messages/breakEven.ts';

const NOTHING = {
  heading: messages.noBreakEvenYet,
  words: messages.howManyUnitsItTakes,
};

const KINDS = [
  { words: messages.unitsQuestion, settings: { about: 'units' } },
  { words: messages.inWhichMonthItHas, settings: { about: 'time', flow: '{@net}' } },
  { words: messages.whenTwoAlternativesHaveCost, settings: { about: 'between' } },
];

/** Break-even: where nothing is lost, in units or in time, and where two alternatives cross. */
export function BreakEvenPage() {
  const [sliders, sliderTool] = useSliders();
  return (
    <Workbench table="breakEvens" title={messages.breakEven} nothing={NOTHING} kinds={KINDS} tools={sliderTool}>
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
