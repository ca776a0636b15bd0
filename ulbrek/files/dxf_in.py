"""Lines out of a DXF file."""

import io
import logging
from collections.abc import Iterator
from itertools import islice
from math import radians

from ezdxf import filemanagement
from ezdxf.entities.arc import Arc
from ezdxf.entities.circle import Circle
from ezdxf.entities.dxfentity import DXFEntity
from ezdxf.entities.ellipse import Ellipse
from ezdxf.entities.line import Line
from ezdxf.entities.lwpolyline import LWPolyline
from ezdxf.entities.polyline import Polyline
from ezdxf.entities.spline import Spline

from ulbrek.files.drawn_lines import MOST_ENTITIES, TOLERANCE_MM, Pline, Unit, arc_corners, refuse
from ulbrek.files.problems import InvalidDocumentError

# What it thinks of a broken file goes to the person who sent it, not into the log.
logging.getLogger("ezdxf").setLevel(logging.CRITICAL)

UNITS: dict[int, Unit] = {1: "in", 4: "mm", 5: "cm", 6: "m"}
MOST_POINTS = 50_000


def read(content: bytes) -> tuple[list[Pline], Unit | None]:
    """The lines of a DXF drawing's model space, and the unit that it says.

    Raises:
        InvalidDocumentError: when it is broken, or holds too much
    """
    text = content.decode("utf-8", errors="replace")
    if text.count("\n") > 40 * MOST_ENTITIES * 10:
        raise refuse("The drawing holds too much.", "Keep only the outline and its openings in it.")
    try:
        document = filemanagement.read(io.StringIO(text))
        entities = list(document.modelspace())
        if len(entities) > MOST_ENTITIES:
            raise refuse(f"It holds over {MOST_ENTITIES:,} entities.", "Keep only the outline and its openings in it.")
        unit = UNITS.get(int(document.header.get("$INSUNITS", 0)))
        scale = {None: 1.0, "mm": 1.0, "cm": 0.1, "m": 0.001, "in": 1 / 25.4}[unit]
        lines: list[Pline] = []
        points = 0
        for line in (one for entity in entities for one in _lines(entity, TOLERANCE_MM * scale)):
            points += len(line.corners)
            if points > MOST_POINTS:
                raise refuse("Its curves hold too many points.", "Draw it with arcs, or more coarsely.")
            lines.append(line)
    except InvalidDocumentError:
        raise
    except Exception as error:  # a broken file may bring out anything in who reads it, StopIteration too
        raise refuse("It is not a DXF drawing that can be read.", "Save it anew as DXF, R2000 or later.") from error
    return lines, unit


def _lines(entity: DXFEntity, tolerance: float) -> Iterator[Pline]:
    if isinstance(entity, LWPolyline):
        corners = [(float(x), float(y), float(bulge)) for x, y, bulge in entity.get_points("xyb")]
        if corners:
            yield Pline(corners, bool(entity.closed))
    elif isinstance(entity, Polyline) and entity.is_2d_polyline:
        corners = [(v.dxf.location.x, v.dxf.location.y, v.dxf.get("bulge", 0.0)) for v in entity.vertices]
        if corners:
            yield Pline(corners, bool(entity.is_closed))
    elif isinstance(entity, Line):
        start, end = entity.dxf.start, entity.dxf.end
        yield Pline([(start.x, start.y, 0.0), (end.x, end.y, 0.0)], closed=False)
    elif isinstance(entity, Arc):
        centre = (entity.dxf.center.x, entity.dxf.center.y)
        start, end = radians(entity.dxf.start_angle), radians(entity.dxf.end_angle)
        yield Pline(arc_corners(centre, entity.dxf.radius, start, end), closed=False)
    elif isinstance(entity, Circle):
        x, y, radius = entity.dxf.center.x, entity.dxf.center.y, entity.dxf.radius
        yield Pline([(x - radius, y, 1.0), (x + radius, y, 1.0)], closed=True)
    elif isinstance(entity, Ellipse | Spline):
        flat = [(float(p.x), float(p.y), 0.0) for p in islice(entity.flattening(tolerance), MOST_POINTS + 1)]
        if len(flat) > 1:
            yield Pline(flat, closed=False)
