/** Draws a map on a canvas, seen through a camera. */
import type { MapLayer } from '../../../core/dashboard/document/kinds/map';
import { toScreen, type Camera, type Room } from './camera';
import type { MapMark } from './drawnMap';
import { opacityOf, TINTS, type Tint } from './mapTint';

/** Colours as the canvas takes them, by role. */
export interface MapColours {
  readonly surface: string;
  readonly ink: string;
  readonly quiet: string;
  readonly hatch: string;
  readonly better: string;
  readonly worse: string;
  readonly series: readonly string[];
}

/** A layer made ready: its marks, their outlines by what fills them, their sizes. */
export interface ReadyLayer {
  readonly layer: MapLayer;
  /** Index among all layers. */
  readonly index: number;
  /** By step of the tint. */
  readonly colours: readonly string[];
  readonly marks: readonly MapMark[];
  /** By mark: the step of its tint; null where it has no value. */
  readonly steps: readonly (number | null)[];
  /** By mark, of points: the radius; null where it has no value. */
  readonly radii: readonly (number | null)[];
  readonly tint: Tint | undefined;
  /** Of areas: the paths that they are drawn with, made when they are drawn first. */
  readonly paths: () => AreaPaths;
}

/** Outlines of areas: by step of their tint, of those without a value, of all. */
interface AreaPaths {
  readonly fills: readonly Path2D[];
  readonly bare: Path2D;
  readonly outlines: Path2D;
}

function areaPaths(
  marks: readonly MapMark[],
  steps: readonly (number | null)[],
  isTinted: boolean,
): AreaPaths {
  const fills = Array.from({ length: TINTS }, () => new Path2D());
  const [bare, outlines] = [new Path2D(), new Path2D()];
  marks.forEach(({ draw }, i) => {
    if (!draw) return;
    const outline = new Path2D();
    draw(outline);
    outlines.addPath(outline);
    const step = steps[i];
    if (step == null || !isTinted) bare.addPath(outline);
    else fills[step]!.addPath(outline);
  });
  return { fills, bare, outlines };
}

/** Marks of a layer sorted into the paths that they are drawn with. */
export function readyLayer(
  layer: MapLayer,
  index: number,
  colours: readonly string[],
  marks: readonly MapMark[],
  tint: Tint | undefined,
  sizes: readonly (number | null)[] | undefined,
): ReadyLayer {
  const isTinted = layer.tint !== null;
  const steps = marks.map(({ category }) =>
    category === null ? null : isTinted ? (tint?.steps[category] ?? null) : TINTS - 1,
  );
  const radii = marks.map(({ category }) =>
    category === null ? null : sizes ? (sizes[category] ?? null) : 5,
  );
  let made: AreaPaths | undefined;
  const paths = () => (made ??= areaPaths(marks, steps, isTinted));
  return { layer, index, colours, marks, steps, radii, tint, paths };
}

const HATCH = 6;

/** 45° lines, as all that has no data is marked. */
function hatchOf(context: CanvasRenderingContext2D, colour: string): CanvasPattern | null {
  const tile = context.canvas.ownerDocument.createElement('canvas');
  tile.width = HATCH;
  tile.height = HATCH;
  const own = tile.getContext('2d');
  if (!own) return null;
  own.strokeStyle = colour;
  own.lineWidth = 1;
  own.beginPath();
  for (const shift of [-HATCH, 0, HATCH]) {
    own.moveTo(shift, HATCH);
    own.lineTo(shift + HATCH, 0);
  }
  own.stroke();
  return context.createPattern(tile, 'repeat');
}

export interface MapPicture {
  readonly layers: readonly ReadyLayer[];
  readonly camera: Camera;
  readonly room: Room;
  /** Pixels of the canvas for one of the page. */
  readonly density: number;
  readonly colours: MapColours;
  /** Whether a category stays lit while others are pale; all are where it is absent. */
  readonly isLit: ((category: number) => boolean) | undefined;
  /** The mark that is pointed at. */
  readonly pointed: MapMark | undefined;
  /** A line that is being drawn around marks. */
  readonly lasso: readonly { x: number; y: number }[];
}

const PALE = 0.25;
/** Lines are thin on the screen, however near one looks. */
const LINE = 0.75;

/** Draws the layers alone. */
export function drawLayers(context: CanvasRenderingContext2D, picture: MapPicture): void {
  const { layers, room, density } = picture;
  context.setTransform(density, 0, 0, density, 0, 0);
  context.clearRect(0, 0, room.width, room.height);
  for (const ready of layers) {
    if (ready.layer.kind === 'areas') drawAreas(context, ready, picture);
    else drawPoints(context, ready, picture);
  }
}

/** Draws what follows the pointer over the layers: the mark that is pointed at, and the line around marks. */
export function drawOver(context: CanvasRenderingContext2D, picture: MapPicture): void {
  const { density, colours, pointed, lasso } = picture;
  context.setTransform(density, 0, 0, density, 0, 0);
  context.globalAlpha = 1;
  if (pointed) drawPointed(context, pointed, picture);
  if (lasso.length > 1) {
    context.strokeStyle = colours.ink;
    context.setLineDash([4, 3]);
    context.lineWidth = 1.5;
    context.beginPath();
    lasso.forEach(({ x, y }, i) => (i === 0 ? context.moveTo(x, y) : context.lineTo(x, y)));
    context.closePath();
    context.stroke();
    context.setLineDash([]);
  }
}

function drawAreas(
  context: CanvasRenderingContext2D,
  { layer, colours: tints, tint, paths, marks }: ReadyLayer,
  { camera, density, colours, isLit }: MapPicture,
): void {
  const { k, x, y } = camera;
  const { fills, bare, outlines } = paths();
  context.setTransform(density * k, 0, 0, density * k, density * x, density * y);
  context.globalAlpha = 1;
  context.fillStyle = colours.surface;
  context.fill(outlines);
  if (layer.tint !== null) {
    const hatch = hatchOf(context, colours.hatch);
    if (hatch) {
      hatch.setTransform(new DOMMatrix().scale(1 / k));
      context.fillStyle = hatch;
      context.fill(bare);
    }
  }
  fills.forEach((path, step) => {
    context.fillStyle = tints[step]!;
    context.globalAlpha = opacityOf(step, tint?.isChange);
    context.fill(path);
  });
  if (isLit) {
    const veil = new Path2D();
    for (const { category, draw } of marks) if (draw && (category === null || !isLit(category))) draw(veil);
    context.globalAlpha = 1 - PALE;
    context.fillStyle = colours.surface;
    context.fill(veil);
  }
  context.globalAlpha = 1;
  context.strokeStyle = colours.quiet;
  context.lineWidth = LINE / k;
  context.stroke(outlines);
}

/** Points are as large however near one looks; those of one look are one path. */
function drawPoints(
  context: CanvasRenderingContext2D,
  { colours: tints, tint, marks, steps, radii }: ReadyLayer,
  { camera, room, density, colours, isLit }: MapPicture,
): void {
  context.setTransform(density, 0, 0, density, 0, 0);
  const paths = new Map<string, Path2D>();
  const bare = new Path2D();
  marks.forEach((mark, i) => {
    const { x, y } = toScreen(camera, mark.x, mark.y);
    const radius = radii[i] ?? null;
    const step = steps[i] ?? null;
    const reach = radius ?? 4;
    if (x < -reach || y < -reach || x > room.width + reach || y > room.height + reach) return;
    let path = bare;
    if (radius !== null && step !== null && mark.category !== null) {
      const key = `${step} ${!isLit || isLit(mark.category) ? 'lit' : 'pale'}`;
      path = paths.get(key) ?? new Path2D();
      paths.set(key, path);
    }
    path.moveTo(x + reach, y);
    path.arc(x, y, reach, 0, 2 * Math.PI);
  });
  context.lineWidth = 1;
  context.globalAlpha = 1;
  context.strokeStyle = colours.hatch;
  context.setLineDash([2, 2]);
  context.stroke(bare);
  context.setLineDash([]);
  for (const [key, path] of paths) {
    const [step = '0', light] = key.split(' ');
    context.globalAlpha = opacityOf(Number(step), tint?.isChange) * (light === 'pale' ? PALE : 0.85);
    context.fillStyle = tints[Number(step)]!;
    context.fill(path);
    context.globalAlpha = light === 'pale' ? PALE : 1;
    context.strokeStyle = colours.surface;
    context.stroke(path);
  }
}

function drawPointed(
  context: CanvasRenderingContext2D,
  mark: MapMark,
  { layers, camera, density, colours }: MapPicture,
): void {
  context.strokeStyle = colours.ink;
  if (mark.draw) {
    const { k, x, y } = camera;
    const outline = new Path2D();
    mark.draw(outline);
    context.setTransform(density * k, 0, 0, density * k, density * x, density * y);
    context.lineWidth = 2 / k;
    context.stroke(outline);
    context.setTransform(density, 0, 0, density, 0, 0);
    return;
  }
  context.setTransform(density, 0, 0, density, 0, 0);
  const ready = layers.find(({ index }) => index === mark.layer);
  const at = ready?.marks.indexOf(mark) ?? -1;
  const { x, y } = toScreen(camera, mark.x, mark.y);
  context.lineWidth = 2;
  context.beginPath();
  context.arc(x, y, (ready?.radii[at] ?? 4) + 1, 0, 2 * Math.PI);
  context.stroke();
}

/** Farther than this (pixels) from a point's edge it is not meant. */
const SLOP = 4;

/** The mark under a point of the screen: points before areas, the layer on top first. */
export function markAt(
  context: CanvasRenderingContext2D,
  layers: readonly ReadyLayer[],
  camera: Camera,
  px: number,
  py: number,
): MapMark | undefined {
  const mx = (px - camera.x) / camera.k;
  const my = (py - camera.y) / camera.k;
  context.setTransform(1, 0, 0, 1, 0, 0);
  for (const { layer, marks, radii } of [...layers].reverse()) {
    if (layer.kind === 'points') {
      let nearest: MapMark | undefined;
      let least = Infinity;
      marks.forEach((mark, i) => {
        const { x, y } = toScreen(camera, mark.x, mark.y);
        const far = Math.hypot(x - px, y - py) - (radii[i] ?? 4);
        if (far <= SLOP && far < least) [nearest, least] = [mark, far];
      });
      if (nearest) return nearest;
      continue;
    }
    const found = marks.find(({ box, draw }) => {
      if (!box || !draw || mx < box.left || mx > box.right || my < box.top || my > box.bottom) return false;
      const outline = new Path2D();
      draw(outline);
      return context.isPointInPath(outline, mx, my);
    });
    if (found) return found;
  }
  return undefined;
}
