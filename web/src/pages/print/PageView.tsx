import { memo } from 'react';
import type { PageItem } from '@haushalt/formats';
import type { PagesShown } from '../../plan-session/api.ts';

const FAMILIES = {
  text: { fontFamily: 'var(--font-text)', fontWeight: 400 },
  strong: { fontFamily: 'var(--font-text)', fontWeight: 600 },
  title: { fontFamily: 'var(--serif)', fontWeight: 600 },
} as const;

interface PageViewProps {
  readonly page: PagesShown['pages'][number];
  readonly label: string;
}

/** A page as it will be printed. */
export const PageView = memo(function PageView({ page, label }: PageViewProps) {
  const { width, height, items } = page;
  return (
    <svg className="paper" viewBox={`0 0 ${width} ${height}`} role="img" aria-label={label}>
      <rect width={width} height={height} fill="#fff" />
      {items.map((item, index) => (
        <Item key={index} item={item} />
      ))}
    </svg>
  );
});

function Item({ item }: { readonly item: PageItem }) {
  switch (item.kind) {
    case 'fill':
      return <rect x={item.x} y={item.y} width={item.width} height={item.height} fill={`#${item.colour}`} />;
    case 'rule':
      return (
        <line x1={item.x} x2={item.toX} y1={item.y} y2={item.y} stroke={`#${item.colour}`} strokeWidth={item.width} />
      );
    case 'path':
      return (
        <polyline
          points={item.points.map((point) => point.join()).join(' ')}
          fill={item.isFilled ? `#${item.colour}` : 'none'}
          {...(item.isFilled ? {} : { stroke: `#${item.colour}`, strokeWidth: item.width, strokeLinejoin: 'round' })}
          {...(item.dash.length > 0 ? { strokeDasharray: item.dash.join(' ') } : {})}
        />
      );
    case 'text':
      return (
        <text
          x={item.x}
          y={item.y}
          fontSize={item.size}
          fill={`#${item.colour}`}
          textAnchor={item.anchor}
          // The letters of the screen may be a hair wider than those of the paper.
          {...(item.width > 0 ? { textLength: item.width, lengthAdjust: 'spacingAndGlyphs' as const } : {})}
          style={FAMILIES[item.weight]}
        >
          {item.text}
        </text>
      );
  }
}
