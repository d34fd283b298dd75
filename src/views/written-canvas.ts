/** What is asked of a canvas: the call, what it was given, and the colour it is done in. */
export interface Stroke {
  readonly call: string;
  readonly given: readonly unknown[];
  readonly colour: string;
  readonly alpha: number;
  readonly dashed: boolean;
}

export interface WrittenCanvas {
  readonly context: CanvasRenderingContext2D;
  readonly strokes: Stroke[];
  readonly of: (call: string) => Stroke[];
}

/** For tests: a canvas that writes down what is drawn on it; a letter is six pixels wide. */
export function writtenCanvas(font = ''): WrittenCanvas {
  const strokes: Stroke[] = [];
  const state = { fillStyle: '', strokeStyle: '', globalAlpha: 1, lineWidth: 1, font };
  let dashed = false;
  const context = new Proxy(state, {
    get(target, name: string) {
      if (name in target) return target[name as keyof typeof target];
      if (name === 'measureText') return (text: string) => ({ width: 6 * text.length });
      if (name === 'setLineDash') return (dash: readonly number[]) => (dashed = dash.length > 0);
      return (...given: readonly unknown[]) => {
        const colour = /stroke/i.test(name) ? target.strokeStyle : target.fillStyle;
        strokes.push({ call: name, given, colour, alpha: target.globalAlpha, dashed });
      };
    },
  });
  return {
    context: context as unknown as CanvasRenderingContext2D,
    strokes,
    of: (call) => strokes.filter((each) => each.call === call),
  };
}
