/* eslint max-params: "off" -- these are the methods the engraving library calls */
import type { Role, Shape } from '@harvu/core/drawing';
import { RenderContext } from 'vexflow/core';
import { measured } from './measure';

interface PenState {
  readonly fill: string;
  readonly stroke: string;
  readonly width: number;
  readonly size: number;
  readonly family: string;
}

const START: PenState = { fill: 'ink', stroke: 'line', width: 1, size: 13, family: 'text' };
const POINTS_TO_PIXELS = 4 / 3;
const ROLES: ReadonlySet<string> = new Set<Role>([
  ...(['ink', 'soft', 'line', 'on-ink', 'stays', 'muted', 'way'] as const),
  ...(['finger', 'bracket', 'ground'] as const),
]);
const MUSIC = 'Bravura';

/** What the engraving library draws on: it gathers shapes, for screen and paper alike. */
export class Pen extends RenderContext {
  readonly shapes: Shape[] = [];
  private state: PenState = START;
  private readonly states: PenState[] = [];
  private path = '';

  get fillStyle(): string {
    return this.state.fill;
  }
  set fillStyle(style: string | CanvasGradient | CanvasPattern) {
    if (typeof style === 'string') this.setFillStyle(style);
  }
  get strokeStyle(): string {
    return this.state.stroke;
  }
  set strokeStyle(style: string | CanvasGradient | CanvasPattern) {
    if (typeof style === 'string') this.setStrokeStyle(style);
  }

  setFillStyle(fill: string): this {
    this.state = { ...this.state, fill };
    return this;
  }
  setStrokeStyle(stroke: string): this {
    this.state = { ...this.state, stroke };
    return this;
  }
  setLineWidth(width: number): this {
    this.state = { ...this.state, width };
    return this;
  }
  setFont(
    font?: string | { readonly family?: string; readonly size?: string | number },
    size?: string | number,
  ): this {
    const { family = '', size: told = size } =
      typeof font === 'string' ? { family: font } : (font ?? {});
    const points = typeof told === 'string' ? Number.parseFloat(told) : (told ?? 10);
    this.state = { ...this.state, family, size: points * POINTS_TO_PIXELS };
    return this;
  }
  getFont(): string {
    return `${this.state.size}px ${this.state.family}`;
  }

  save(): this {
    this.states.push(this.state);
    return this;
  }
  restore(): this {
    this.state = this.states.pop() ?? START;
    return this;
  }

  beginPath(): this {
    this.path = '';
    return this;
  }
  moveTo(x: number, y: number): this {
    return this.to(`M${rounded(x)} ${rounded(y)}`);
  }
  lineTo(x: number, y: number): this {
    return this.to(`L${rounded(x)} ${rounded(y)}`);
  }
  quadraticCurveTo(cx: number, cy: number, x: number, y: number): this {
    return this.to(`Q${rounded(cx)} ${rounded(cy)} ${rounded(x)} ${rounded(y)}`);
  }
  bezierCurveTo(ax: number, ay: number, bx: number, by: number, x: number, y: number): this {
    return this.to(`C${[ax, ay, bx, by, x, y].map(rounded).join(' ')}`);
  }
  closePath(): this {
    return this.to('Z');
  }
  rect(x: number, y: number, width: number, height: number): this {
    return this.to(
      `M${rounded(x)} ${rounded(y)}h${rounded(width)}v${rounded(height)}h${rounded(-width)}Z`,
    );
  }
  fill(): this {
    this.shapes.push({ kind: 'filled', path: this.path, role: roleOf(this.state.fill, 'ink') });
    return this;
  }
  stroke(): this {
    const role = roleOf(this.state.stroke, 'line');
    this.shapes.push({ kind: 'line', path: this.path, role, width: this.state.width });
    return this;
  }
  fillRect(x: number, y: number, width: number, height: number): this {
    return this.beginPath().rect(x, y, width, height).fill();
  }
  /** Behind a figure its string is left out; a figure that stands on ink has ink there. */
  clearRect(x: number, y: number, width: number, height: number): this {
    const { fill } = this.state;
    const isOnInk = fill === 'on-ink';
    const [dx, dy] = isOnInk ? [1, 5] : [0, 4];
    this.setFillStyle(isOnInk ? 'ink' : 'ground');
    this.fillRect(x - dx, y - dy, width + 2 * dx, height + 2 * dy);
    return this.setFillStyle(fill);
  }
  fillText(text: string, x: number, y: number): this {
    const { fill, size, family } = this.state;
    const isMusic = family.startsWith(MUSIC) && /[\uE000-\uF8FF]/.test(text);
    this.shapes.push({
      kind: 'text',
      x: rounded(x),
      y: rounded(y),
      text,
      size: rounded(size),
      role: roleOf(fill, 'ink'),
      isBold: !isMusic,
      anchor: 'start',
      ...(isMusic && { isMusic }),
    });
    return this;
  }
  measureText(text: string): { x: number; y: number; width: number; height: number } {
    const { width, actualBoundingBoxAscent: height } = measured(text, this.state.size);
    return { x: 0, y: 0, width, height };
  }

  private to(step: string): this {
    this.path += step;
    return this;
  }

  // What a drawing of shapes has no use for.
  clear(): void {
    this.shapes.length = 0;
  }
  setBackgroundFillStyle(): this {
    return this;
  }
  setShadowColor(): this {
    return this;
  }
  setShadowBlur(): this {
    return this;
  }
  setLineCap(): this {
    return this;
  }
  setLineDash(): this {
    return this;
  }
  scale(): this {
    return this;
  }
  resize(): this {
    return this;
  }
  pointerRect(): this {
    return this;
  }
  arc(): this {
    return this;
  }
  openGroup(): undefined {
    return undefined;
  }
  closeGroup(): void {
    this.path = '';
  }
  openRotation(): void {
    this.path = '';
  }
  closeRotation(): void {
    this.path = '';
  }
  add(): void {
    this.path = '';
  }
}

/** A colour the library asks for by name of a role; any other is what is usual. */
function roleOf(style: string, usual: Role): Role {
  return ROLES.has(style) ? (style as Role) : usual;
}

function rounded(value: number): number {
  return Math.round(value * 10) / 10;
}
