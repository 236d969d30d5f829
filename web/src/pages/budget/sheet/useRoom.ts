import { useWindowWidth } from '../../../ui/useWindowWidth.ts';

/** States what the navigation beside a page takes, in pixels. */
const NAVIGATION = 108;

/**
 * The width the grid has when nothing is open beside it, less its scroll bar, in pixels: what fits then stays as it is
 * when a panel opens.
 */
export function useRoom(): number {
  return useWindowWidth() - NAVIGATION - scrollBar();
}

let measured: number | undefined;

/** Returns what a thin scroll bar takes here, in pixels: nothing where it lies over what it scrolls. */
function scrollBar(): number {
  if (measured === undefined) {
    const probe = window.document.createElement('div');
    probe.className = 'scroll-bar-probe';
    window.document.body.append(probe);
    measured = probe.offsetWidth - probe.clientWidth;
    probe.remove();
  }
  return measured;
}
