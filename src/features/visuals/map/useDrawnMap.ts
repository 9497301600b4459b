'use client';
/**
 * Keeps a canvas drawn. Layers that take long are drawn once and kept as an image: while one zooms, moves or points, the
 * image is moved and scaled, and the layers are drawn sharp again when the camera has come to rest.
 */
import { useEffect, useRef, type RefObject } from 'react';
import type { Camera } from './camera';
import { drawLayers, drawOver, type MapPicture } from './drawMap';

/** Corners and marks from which layers take longer than a frame. */
const HEAVY = 8000;
const REST_MS = 180;

interface Settled {
  readonly image: HTMLCanvasElement;
  readonly picture: MapPicture;
}

/** Whether an image of the layers is one of these, seen from wherever. */
const isOf = ({ picture }: Settled, next: MapPicture): boolean =>
  picture.layers === next.layers &&
  picture.colours === next.colours &&
  picture.room === next.room &&
  picture.density === next.density &&
  picture.isLit === next.isLit;

/** Where the image of one camera lies for another: its scale, and its shift in pixels of the page. */
export function imagePlace(
  of: Camera,
  now: Camera,
): { readonly scale: number; readonly x: number; readonly y: number } {
  const scale = now.k / of.k;
  return { scale, x: now.x - of.x * scale, y: now.y - of.y * scale };
}

function drawImage(context: CanvasRenderingContext2D, { image, picture }: Settled, next: MapPicture): void {
  const { density } = next;
  const { scale, x, y } = imagePlace(picture.camera, next.camera);
  context.setTransform(1, 0, 0, 1, 0, 0);
  context.globalAlpha = 1;
  context.clearRect(0, 0, image.width, image.height);
  context.drawImage(image, x * density, y * density, image.width * scale, image.height * scale);
  drawOver(context, next);
}

/** `weight`: corners and marks of all layers. */
export function useDrawnMap(
  canvas: RefObject<HTMLCanvasElement | null>,
  picture: MapPicture | null,
  weight: number,
): void {
  const settled = useRef<Settled | null>(null);
  useEffect(() => {
    const context = canvas.current?.getContext('2d');
    if (!context || !picture) return;
    const drawWhole = () => {
      drawLayers(context, picture);
      settled.current = null;
      if (weight >= HEAVY) {
        const image = context.canvas.ownerDocument.createElement('canvas');
        image.width = context.canvas.width;
        image.height = context.canvas.height;
        image.getContext('2d')?.drawImage(context.canvas, 0, 0);
        settled.current = { image, picture };
      }
      drawOver(context, picture);
    };
    const known = settled.current;
    const isKnown = known !== null && isOf(known, picture);
    const frame = requestAnimationFrame(isKnown ? () => drawImage(context, known, picture) : drawWhole);
    const rests = isKnown && known.picture.camera !== picture.camera;
    const timer = rests ? setTimeout(drawWhole, REST_MS) : undefined;
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
    };
  }, [canvas, picture, weight]);
}
