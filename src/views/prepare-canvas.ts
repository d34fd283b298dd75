/**
 * A canvas of a size in pixels of the page, empty, as fine as the screen. It is made anew only where its size changes:
 * that takes longer than wiping it. Undefined where the browser has no canvas to give.
 */
export function prepareCanvas(
  canvas: HTMLCanvasElement | null,
  width: number,
  height: number,
): CanvasRenderingContext2D | undefined {
  const context = canvas?.getContext('2d');
  if (!canvas || !context) return undefined;
  const [across, down] = [Math.round(width * devicePixelRatio), Math.round(height * devicePixelRatio)];
  if (canvas.width !== across || canvas.height !== down) {
    canvas.width = across;
    canvas.height = down;
  }
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.clearRect(0, 0, across, down);
  context.scale(devicePixelRatio, devicePixelRatio);
  return context;
}
