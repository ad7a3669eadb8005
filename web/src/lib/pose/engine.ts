/** A landmark in a picture: shares of its width and height, and how sure it is, 0 to 1. */
export interface PosePoint {
  x: number;
  y: number;
  visibility: number;
}

/** Finds the landmarks of one person in pictures; the 33 of common body pose networks, in their order. */
export interface PoseEngine {
  start(): Promise<void>;
  /** Forgets the person it followed, before another film. */
  reset(): Promise<void>;
  /** The landmarks of a picture, or nothing where nobody is seen. */
  find(picture: ImageBitmapSource, milliseconds: number): Promise<PosePoint[] | null>;
  close(): void;
}

interface Reply {
  id: number;
  ready?: boolean;
  landmarks?: PosePoint[] | null;
  error?: string;
}

/** The network that ships with the product, in a worker; nothing leaves the device. */
export class ShippedPose implements PoseEngine {
  #worker = new Worker('/vendor/pose/worker.js');
  #waiting = new Map<number, { done: (reply: Reply) => void; failed: (error: Error) => void }>();
  #next = 1;

  constructor() {
    this.#worker.onmessage = ({ data }: MessageEvent<Reply>) => {
      const waiting = this.#waiting.get(data.id);
      this.#waiting.delete(data.id);
      if (data.error) waiting?.failed(new Error(data.error));
      else waiting?.done(data);
    };
    this.#worker.onerror = (event) => {
      for (const { failed } of this.#waiting.values()) failed(new Error(event.message));
      this.#waiting.clear();
    };
  }

  #ask(message: object, transfer: Transferable[] = []): Promise<Reply> {
    const id = this.#next++;
    return new Promise((done, failed) => {
      this.#waiting.set(id, { done, failed });
      this.#worker.postMessage({ ...message, id }, transfer);
    });
  }

  async start(): Promise<void> {
    await this.#ask({ type: 'start', complexity: 1 });
  }

  async reset(): Promise<void> {
    await this.#ask({ type: 'reset' });
  }

  async find(picture: ImageBitmapSource, milliseconds: number): Promise<PosePoint[] | null> {
    const frame = await createImageBitmap(picture);
    return (
      (await this.#ask({ type: 'frame', frame, time: milliseconds + 1 }, [frame])).landmarks ?? null
    );
  }

  close(): void {
    this.#worker.terminate();
    for (const { failed } of this.#waiting.values()) failed(new Error('closed'));
    this.#waiting.clear();
  }
}
