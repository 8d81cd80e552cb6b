"""The same boards as yardstick.cpp, all of them at once in numpy. Prints nanoseconds per result."""

import time

import numpy as np

boards, groups, results = 10_000, 8, 16
rng = np.random.default_rng(1)


def part(nominal, tolerance, shape=(boards, groups)):
    return nominal * (1 + tolerance * (2 * rng.random(shape) - 1))


start = time.perf_counter()
supply, ambient = part(12, 0.05, (boards, 1)), 50 * rng.random((boards, 1))
r1, r2, load, reference = part(240, 0.01), part(715, 0.01), part(0.02, 0.2), part(1.25, 0.01)
volts = reference * (1 + r2 / r1) + 5e-5 * r2
heat = (supply - volts) * load
junction = ambient + 65 * heat
efficiency = volts * load / (supply * (load + 0.005))
resistance = 0.01 + volts * 0.001
top, bottom = part(49_900, 0.01), part(10_000, 0.01)
tap = supply * bottom / (top + bottom)
through = supply / (top + bottom)
source = top * bottom / (top + bottom)
top_heat = through * through * top
ohms, farads = part(8200, 0.01), part(1e-6, 0.1)
corner = 1 / (2 * np.pi * (ohms + source) * farads)
attenuation = 10 * np.log10(1 + (50 / corner) ** 2)
settling = 7 * (ohms + source) * farads
noise = np.sqrt(1.380649e-23 * (ambient + 273.15) / farads)
step = volts / 1024
error = np.hypot(noise, step / np.sqrt(12))
bits = np.log2(volts / (error * np.sqrt(12)))
print(f"{(time.perf_counter() - start) * 1e9 / (boards * groups * results):.3f}")
