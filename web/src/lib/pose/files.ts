/** What the pose network consists of, beside its worker. */
export const POSE_FILES = [
  'pose.js',
  'pose_landmark_full.tflite',
  'pose_solution_packed_assets.data',
  'pose_solution_packed_assets_loader.js',
  'pose_solution_simd_wasm_bin.js',
  'pose_solution_simd_wasm_bin.data',
  'pose_solution_simd_wasm_bin.wasm',
  'pose_web.binarypb',
];

/** Fetches it once, so that the device keeps it and finds landmarks without a network; it tries again when next asked. */
export async function keepPose(): Promise<void> {
  for (const file of ['worker.js', ...POSE_FILES]) {
    const address = `/vendor/pose/${file}`;
    if (await globalThis.caches?.match(address)) continue;
    await fetch(address, { priority: 'low' }).then(
      (answer) => answer.arrayBuffer(),
      () => null,
    );
  }
}
