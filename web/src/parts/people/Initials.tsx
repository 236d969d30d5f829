import { initialsOf, lookOf } from '../../ui/initials.ts';
import './people.scss';

/** A person by their initials; tone and shape are the same wherever they appear. */
export function Initials({
  id,
  name,
  title = name,
}: {
  readonly id: string;
  readonly name: string;
  readonly title?: string;
}) {
  const { tone, shape } = lookOf(id);
  return (
    <span className={`initials tone-${tone} shape-${shape}`} title={title} role="img" aria-label={title}>
      <span aria-hidden="true">{initialsOf(name)}</span>
    </span>
  );
}
