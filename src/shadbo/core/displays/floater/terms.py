"""What a floater's rooms are handed."""

from shadbo.core.contract.display import Context
from shadbo.core.document.decisions.canvas import Floater
from shadbo.core.document.objects import StretchedCanvas

FloaterContext = Context[StretchedCanvas, Floater]
AXES = ("width", "height")
