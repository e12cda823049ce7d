"""The shape of the learned filters: kinds of surroundings, sets, and what the compiled loops work on."""

from __future__ import annotations

from typing import Literal, get_args

import numpy as np
from numpy.typing import NDArray

#: Height × width (× bands), levels of 0 to 255 whatever the depth of the file.
Floats = NDArray[np.float32]

ANGLES, STRENGTHS, COHERENCES, FINENESSES = 12, 3, 2, 3
#: Of each direction so many classes.
OF_A_DIRECTION = STRENGTHS * COHERENCES * FINENESSES
COUNT = ANGLES * OF_A_DIRECTION
#: So many px around a pixel have a say in its class, and in what it becomes.
REACH = 3
#: A filter looks at so many px a side of the small picture.
SIDE = 7

FilterSet = Literal["plain", "soft", "sharpened", "noisy", "noisier", "jpeg"]
SETS: tuple[FilterSet, ...] = get_args(FilterSet)
