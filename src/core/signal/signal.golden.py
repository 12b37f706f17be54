"""Makes signal.golden.json with SciPy and NumPy (Debian's python3-scipy). Run: /usr/bin/python3 signal.golden.py"""
import json
import pathlib
import random
import statistics

import numpy
import scipy
from scipy.signal import welch
from scipy.stats import beta, median_abs_deviation, norm, theilslopes
from scipy.integrate import quad

rng = random.Random(20261125)
tails = [[u, norm.sf(u)] for u in (-2, 0, 0.5, 1, 2, 2.99, 3, 3.01, 4, 5, 6, 8, 12, 30)]


def upcrossing(u, rho):
    root = (1 - rho * rho) ** 0.5
    f = lambda y: norm.pdf(y) * norm.cdf((u - rho * y) / root)
    points = sorted({u + k * root for k in (0.25, 0.5, 1, 2, 4) if k * root < 9})
    edges = [u, *points, u + 10]
    return sum(quad(f, a, b, epsabs=0, epsrel=1e-12, limit=400)[0] for a, b in zip(edges, edges[1:]))


crossings = [[u, rho, upcrossing(u, rho)] for u in (0, 2, 3, 4, 5, 6) for rho in (-0.3, 0, 0.5, 0.9, 0.99)]
slopes = []
for n in (3, 4, 9, 20):
    x = [float(i) for i in range(n)]
    y = [0.3 * i + rng.gauss(0, 1) for i in range(n)]
    slopes.append({"x": x, "y": y, "slope": float(theilslopes(y, x)[0])})
values = [rng.gauss(0, 10) for _ in range(11)]
quantiles = [[p, float(numpy.quantile(values, p))] for p in (0, 0.05, 0.25, 0.5, 0.9, 0.95, 1)]
bounds = [[k, n, float(beta.ppf(0.95, k + 1, n - k))] for k, n in ((0, 20), (0, 7), (1, 20), (3, 20), (10, 40), (600, 1200), (5, 100000), (19999, 20000))]
counts = [round(2000 + 3 * rng.gauss(0, 1) + 4 * numpy.sin(2 * numpy.pi * 50 * i / 1000)) for i in range(4096)]
# A sine of amplitude A has a mean power of A²/2: the spectrum's line, summed over the bins that the window spreads it to.
freq, power = welch(counts, 1000, "hann", 1024, 512, detrend="constant", scaling="spectrum", return_onesided=True)
line = int(round(50 / (1000 / 1024)))
near = [power[line + k] for k in list(range(-10, -4)) + list(range(5, 11))]
peak = sum(power[line + k] for k in (-1, 0, 1)) - 3 * float(numpy.median(near))
# scaling="spectrum" divides by (Σw)²; the three bins together hold the line 1.5 times (Hann's noise bandwidth).
amplitude = (2 * peak / 1.5) ** 0.5
# Whole counts of correlated noise. Each stands for the interval count ± ½: 400 points spread over it stand in for that.
correlated = []
level = 0.0
for _ in range(3000):
    level = 0.7 * level + (1 - 0.7**2) ** 0.5 * rng.gauss(0, 1)
    correlated.append(round(500.3 + 3 * level))
spread = numpy.concatenate([c + (numpy.arange(400) + 0.5) / 400 - 0.5 for c in correlated])
rest = {
    "counts": correlated,
    "median": statistics.median_grouped(correlated, 1),
    "mad": float(median_abs_deviation(spread)),
    "lag1": float(numpy.corrcoef(correlated[:-1], correlated[1:])[0, 1]),
}
out = pathlib.Path(__file__).with_suffix(".json")
out.write_text(
    json.dumps(
        {
            "madeBy": f"scipy {scipy.__version__}, numpy {numpy.__version__}",
            "tails": tails,
            "crossings": crossings,
            "slopes": slopes,
            "values": values,
            "quantiles": quantiles,
            "bounds": bounds,
            "rest": rest,
            "counts": counts,
            "humAmplitude": float(amplitude),
        }
    )
    + "\n"
)
