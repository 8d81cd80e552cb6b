// Random boards of eight groups of a regulator, its load, a divider and a filter, plain numbers in straight loops: what such
// sums cost on this machine when nothing but the sums is done. Prints nanoseconds per result.
#include <chrono>
#include <cmath>
#include <cstdint>
#include <cstdio>

static uint64_t state = 88172645463325252ULL;
static double chance() {
  state ^= state << 13;
  state ^= state >> 7;
  state ^= state << 17;
  return static_cast<double>(state >> 11) * (1.0 / 9007199254740992.0);
}
static double part(double nominal, double tolerance) { return nominal * (1 + tolerance * (2 * chance() - 1)); }

int main() {
  const int boards = 10000, groups = 8, results = 16;
  double sum = 0;
  const auto start = std::chrono::steady_clock::now();
  for (int board = 0; board < boards; board++) {
    const double supply = part(12, 0.05), ambient = 50 * chance();
    for (int group = 0; group < groups; group++) {
      const double r1 = part(240, 0.01), r2 = part(715, 0.01), load = part(0.02, 0.2), reference = part(1.25, 0.01);
      const double volts = reference * (1 + r2 / r1) + 5e-5 * r2, heat = (supply - volts) * load, junction = ambient + 65 * heat;
      const double efficiency = volts * load / (supply * (load + 0.005)), resistance = 0.01 + volts * 0.001;
      const double top = part(49900, 0.01), bottom = part(10000, 0.01), tap = supply * bottom / (top + bottom);
      const double through = supply / (top + bottom), source = top * bottom / (top + bottom), topHeat = through * through * top;
      const double ohms = part(8200, 0.01), farads = part(1e-6, 0.1), corner = 1 / (2 * M_PI * (ohms + source) * farads);
      const double attenuation = 10 * std::log10(1 + std::pow(50 / corner, 2)), settling = 7 * (ohms + source) * farads;
      const double noise = std::sqrt(1.380649e-23 * (ambient + 273.15) / farads), step = volts / 1024, error = std::hypot(noise, step / std::sqrt(12.0));
      const double bits = std::log2(volts / (error * std::sqrt(12.0)));
      sum += volts + heat + junction + efficiency + resistance + tap + through + source + topHeat + corner + attenuation + settling + noise + step + error + bits;
    }
  }
  const double taken = std::chrono::duration<double, std::nano>(std::chrono::steady_clock::now() - start).count();
  // The sum is written so that nothing of it is left out.
  std::printf("%.3f %g\n", taken / (static_cast<double>(boards) * groups * results), sum);
}
