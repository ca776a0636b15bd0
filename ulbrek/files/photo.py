"""Photos as they are kept: encoded anew, upright, of a bearable size, with nothing in them but the picture."""

import io
import warnings

from PIL import Image, ImageOps, UnidentifiedImageError

from ulbrek.core.base.frozen import dataclass
from ulbrek.files.problems import InvalidDocumentError, Problem

LARGEST_BYTES = 15_000_000
MOST_PIXELS = 30_000_000
LONGEST_SIDE = 12_000
LONG_SIDE = 2048
SMALL_SIDE = 320
KINDS = ("JPEG", "PNG", "WEBP")


@dataclass(frozen=True, slots=True)
class CleanPhoto:
    """A photo encoded anew as JPEG, and a small one for lists."""

    width: int
    height: int
    content: bytes
    small: bytes
    media_type: str = "image/jpeg"


def clean_photo(content: bytes) -> CleanPhoto:
    """A photo made fit to be kept: its place, its device and all else but the picture are gone.

    What it is, is told by its content; a file's name and the type that was said are not looked at.

    Raises:
        InvalidDocumentError: when it is too large, no photo, broken, or of too many pixels
    """
    if len(content) > LARGEST_BYTES:
        raise _refused("The photo is over 15 MB.", "Send a smaller one.")
    try:
        with warnings.catch_warnings():
            warnings.simplefilter("error", Image.DecompressionBombWarning)
            with Image.open(io.BytesIO(content), formats=KINDS) as opened:
                if opened.width * opened.height > MOST_PIXELS or max(opened.size) > LONGEST_SIDE:
                    raise Image.DecompressionBombError
                opened.draft("RGB", (LONG_SIDE, LONG_SIDE))
                picture = ImageOps.exif_transpose(opened).convert("RGB")
    except UnidentifiedImageError as error:
        raise _refused("This is not a photo that can be read.", "Send a JPEG, PNG or WebP.") from error
    except (Image.DecompressionBombError, Image.DecompressionBombWarning) as error:
        raise _refused(
            "The photo has over 30 million pixels, or a side of over 12,000.", "Send a smaller one."
        ) from error
    except (OSError, ValueError, SyntaxError, EOFError) as error:
        raise _refused("The photo is broken.", "Take it again, or send another.") from error
    picture.thumbnail((LONG_SIDE, LONG_SIDE))
    small = picture.copy()
    small.thumbnail((SMALL_SIDE, SMALL_SIDE))
    return CleanPhoto(picture.width, picture.height, _encoded(picture), _encoded(small))


def _encoded(picture: Image.Image) -> bytes:
    bare = Image.new("RGB", picture.size)
    bare.paste(picture)  # a new picture carries no profile, comment or place
    written = io.BytesIO()
    bare.save(written, "JPEG", quality=85, optimize=True)
    return written.getvalue()


def _refused(problem: str, remedy: str) -> InvalidDocumentError:
    return InvalidDocumentError([Problem("", problem, remedy)])
