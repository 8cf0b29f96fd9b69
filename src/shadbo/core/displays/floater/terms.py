"""What a floater's rooms are handed."""

from shadbo.core.decisions import Floater
from shadbo.core.display import Context
from shadbo.core.objects import StretchedCanvas

FloaterContext = Context[StretchedCanvas, Floater]
AXES = ("width", "height")
