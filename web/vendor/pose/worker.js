// Runs the pose package, which is a page script, in a classic worker: the few parts of a page that it asks for stand in.
self.window = self;
self.document = {
  currentScript: null,
  title: '',
  createElement(tag) {
    if (tag === 'canvas') return Object.assign(new OffscreenCanvas(1, 1), { style: {} });
    const listeners = {};
    let source = '';
    return {
      setAttribute(name, value) {
        if (name === 'src') source = value;
      },
      addEventListener(type, listener) {
        listeners[type] = listener;
      },
      run() {
        try {
          importScripts(source);
          listeners.load?.();
        } catch (e) {
          console.error(e);
          listeners.error?.();
        }
      },
    };
  },
  body: { appendChild: (element) => element.run() },
  addEventListener() {},
  removeEventListener() {},
  getElementById: () => null,
  querySelector: () => null,
};

const base = new URL('./', self.location.href).pathname;
importScripts(`${base}pose.js`);

let pose;
let last;
onmessage = async ({ data }) => {
  try {
    if (data.type === 'start') {
      pose = new self.Pose({ locateFile: (file) => base + file });
      pose.setOptions({
        modelComplexity: data.complexity,
        smoothLandmarks: true,
        useCpuInference: true,
      });
      pose.onResults((result) => (last = result));
      await pose.initialize();
      postMessage({ id: data.id, ready: true });
    } else if (data.type === 'frame') {
      last = undefined;
      await pose.send({ image: data.frame }, data.time);
      data.frame.close();
      postMessage({ id: data.id, landmarks: last?.poseLandmarks ?? null });
    } else if (data.type === 'reset') {
      pose.reset();
      postMessage({ id: data.id, ready: true });
    }
  } catch (e) {
    postMessage({ id: data.id, error: String(e) });
  }
};
