/** Standard gravity, m/s². */
export const gravity = 9.80665;
