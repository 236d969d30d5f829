/** A drawing context that keeps what is drawn as SVG; the package has no types of its own. */
declare module 'svgcanvas/dist/svgcanvas.esm.js' {
  export const Context: new (options: {
    readonly width: number;
    readonly height: number;
    readonly ctx: CanvasRenderingContext2D;
  }) => CanvasRenderingContext2D & { getSerializedSvg(): string };
}
