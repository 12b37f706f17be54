"""Makes pchip.golden.json with SciPy (Debian's python3-scipy). Run: /usr/bin/python3 pchip.golden.py"""
import json
import pathlib
import random

import numpy
import scipy
from scipy.interpolate import PchipInterpolator

rng = random.Random(20261125)
cases = []
for n in (2, 3, 4, 5, 9, 17):
    for flat in (False, True):
        x = [0.0] + sorted(rng.uniform(0.02, 0.98) for _ in range(n - 2)) + [1.0]
        y = sorted(rng.random() for _ in range(n))
        if flat and n > 3:
            y[n // 2] = y[n // 2 - 1]
        at = [i / 40 for i in range(41)]
        cases.append({"x": x, "y": y, "at": at, "want": PchipInterpolator(x, y)(numpy.array(at)).tolist()})
out = pathlib.Path(__file__).with_suffix(".json")
out.write_text(json.dumps({"madeBy": "scipy " + scipy.__version__, "cases": cases}) + "\n")
