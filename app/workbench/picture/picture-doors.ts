/** The layers of a view as they stand, for saving a picture of it. */
export interface PictureLayers {
  readonly graphics: HTMLCanvasElement;
  readonly overlay: HTMLCanvasElement;
  /** CSS pixels */
  readonly width: number;
  readonly height: number;
}

/** How to have the picture of each view on screen, by the view's number; a view enters itself while it is there. */
export const pictureDoors = new Map<number, () => PictureLayers | undefined>();
