"""Photos: told by their content, encoded anew, upright, of a bearable size, without place or device."""

import io
import struct
import zlib
from pathlib import Path

import pytest
from PIL import Image, TiffImagePlugin

from ulbrek.files import photo as module
from ulbrek.files.photo import LONG_SIDE, SMALL_SIDE, clean_photo
from ulbrek.files.problems import InvalidDocumentError

DEVICE, ORIENTATION, GPS = 0x0110, 0x0112, 0x8825


def picture(kind: str = "JPEG", size: tuple[int, int] = (120, 80), orientation: int = 1, mode: str = "RGB") -> bytes:
    """A photo, red on its left half, with a place, a device and a comment in it."""
    image = Image.new(mode, size, 0)
    image.paste(Image.new("RGB", (size[0] // 2, size[1]), (200, 30, 30)).convert(mode), (0, 0))
    exif = Image.Exif()
    exif[DEVICE], exif[ORIENTATION] = "Pocket camera", orientation
    gps = exif.get_ifd(GPS)
    gps[1], gps[2] = "N", tuple(TiffImagePlugin.IFDRational(part) for part in (43, 39, 10))
    written = io.BytesIO()
    more = {"comment": b"at home"} if kind == "JPEG" else {}
    image.save(written, kind, exif=exif, **more)
    return written.getvalue()


@pytest.mark.parametrize(
    ("kind", "mode"), [("JPEG", "RGB"), ("PNG", "RGBA"), ("PNG", "P"), ("WEBP", "RGB"), ("JPEG", "L")]
)
def test_a_photo_is_encoded_anew_with_nothing_in_it_but_the_picture(kind: str, mode: str) -> None:
    content = picture(kind, mode=mode)
    assert b"Pocket camera" in content
    clean = clean_photo(content)
    for written in (clean.content, clean.small):
        assert b"Pocket" not in written
        assert b"at home" not in written
        with Image.open(io.BytesIO(written)) as opened:
            assert (opened.format, opened.mode) == ("JPEG", "RGB")
            assert not opened.getexif()
            assert "icc_profile" not in opened.info
    assert (clean.width, clean.height) == (120, 80)


def test_a_photo_stands_upright() -> None:
    clean = clean_photo(picture(orientation=6))  # to be turned a quarter to the right
    assert (clean.width, clean.height) == (80, 120)
    with Image.open(io.BytesIO(clean.content)) as opened:
        top, bottom = opened.getpixel((40, 20)), opened.getpixel((40, 100))
    assert isinstance(top, tuple)
    assert isinstance(bottom, tuple)
    assert top[0] > 150 > bottom[0]


def test_a_large_photo_becomes_a_bearable_one() -> None:
    clean = clean_photo(picture(size=(4000, 1000)))
    assert (clean.width, clean.height) == (LONG_SIDE, LONG_SIDE // 4)
    with Image.open(io.BytesIO(clean.small)) as opened:
        assert opened.width == SMALL_SIDE


def many_megapixels_in_few_bytes(side: int) -> bytes:
    def chunk(kind: bytes, data: bytes) -> bytes:
        return struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data))

    rows = zlib.compressobj(9)
    packed = b"".join(rows.compress(bytes(1 + side // 8)) for _ in range(side)) + rows.flush()
    head = struct.pack(">IIBBBBB", side, side, 1, 0, 0, 0, 0)
    return b"\x89PNG\r\n\x1a\n" + chunk(b"IHDR", head) + chunk(b"IDAT", packed) + chunk(b"IEND", b"")


def test_many_megapixels_in_few_bytes_are_refused_before_they_are_unpacked() -> None:
    bomb = many_megapixels_in_few_bytes(24_000)
    assert len(bomb) < 200_000
    with pytest.raises(InvalidDocumentError, match="over 30 million pixels"):
        clean_photo(bomb)
    with pytest.raises(InvalidDocumentError, match="over 30 million pixels"):
        clean_photo(many_megapixels_in_few_bytes(8_000))


@pytest.mark.parametrize(
    ("content", "problem"),
    [
        (b"", "not a photo"),
        (b"<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>", "not a photo"),
        (b"GIF89a" + bytes(40), "not a photo"),
        (b"%PDF-1.7", "not a photo"),
        (picture()[:400], "broken"),
        (picture("PNG")[:120], "broken"),
        (picture("WEBP")[:60], "broken|not a photo"),
        (b"\xff\xd8\xff\xe0" + bytes(60), "broken|not a photo"),
    ],
)
def test_what_is_no_photo_or_a_broken_one_is_refused(content: bytes, problem: str) -> None:
    with pytest.raises(InvalidDocumentError, match=problem):
        clean_photo(content)


def test_a_photo_of_too_many_bytes_is_refused_unread(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(module, "LARGEST_BYTES", 100)
    with pytest.raises(InvalidDocumentError, match="over 15 MB"):
        clean_photo(picture())


def test_nothing_but_the_content_is_asked_what_it_is(tmp_path: Path) -> None:
    odd = tmp_path / "..%2f..%00 name;rm -rf .png.exe"
    odd.write_bytes(picture("WEBP"))
    assert clean_photo(odd.read_bytes()).media_type == "image/jpeg"
