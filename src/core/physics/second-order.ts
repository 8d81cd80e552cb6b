/** How far a second-order step goes beyond its end, as a share of it; nothing from a damping of one on. // [Nilsson] step response of series RLC */
export const stepOvershoot = (damping: number): number => (damping < 1 ? Math.exp((-Math.PI * damping) / Math.sqrt(1 - damping * damping)) : 0);
