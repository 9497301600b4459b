/** Where on a map one looks: a scale and a shift, applied to places of the whole map in pixels. */

export interface Camera {
  readonly k: number;
  readonly x: number;
  readonly y: number;
}

export interface Room {
  readonly width: number;
  readonly height: number;
}

export const WHOLE: Camera = { k: 1, x: 0, y: 0 };
export const MOST_ZOOM = 64;
/** By what one step of a key or button zooms. */
export const ZOOM_STEP = 1.6;

/** The camera with the map kept in its room: nothing beyond its edges is looked at. */
export function kept({ k: wanted, x, y }: Camera, { width, height }: Room): Camera {
  const k = Math.max(1, Math.min(MOST_ZOOM, wanted));
  const within = (shift: number, size: number) => Math.min(0, Math.max(size * (1 - k), shift));
  return { k, x: within(x, width), y: within(y, height) };
}

/** Zoomed by a factor, with the place under a point of the screen staying there. */
export function zoomedAt(camera: Camera, factor: number, px: number, py: number, room: Room): Camera {
  const k = Math.max(1, Math.min(MOST_ZOOM, camera.k * factor));
  const ratio = k / camera.k;
  return kept({ k, x: px - (px - camera.x) * ratio, y: py - (py - camera.y) * ratio }, room);
}

export const panned = (camera: Camera, dx: number, dy: number, room: Room): Camera =>
  kept({ ...camera, x: camera.x + dx, y: camera.y + dy }, room);

/** The place of the whole map under a point of the screen, and the other way round. */
export const toMap = ({ k, x, y }: Camera, px: number, py: number) => ({ x: (px - x) / k, y: (py - y) / k });
export const toScreen = ({ k, x, y }: Camera, mx: number, my: number) => ({ x: mx * k + x, y: my * k + y });

/** The camera moved so that a place of the map is in view, in the middle where it was not. */
export function showing(camera: Camera, mx: number, my: number, room: Room): Camera {
  const { x, y } = toScreen(camera, mx, my);
  const isSeen = x >= 0 && y >= 0 && x <= room.width && y <= room.height;
  return isSeen ? camera : panned(camera, room.width / 2 - x, room.height / 2 - y, room);
}
