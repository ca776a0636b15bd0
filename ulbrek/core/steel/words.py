"""What bars are called where people read of them."""

OWN = "own "  # begins the key of a bar that was added by hand
_BESIDE = {"front": "in front of {}", "back": "behind {}", "left": "left of {}", "right": "right of {}"}
_WAYS = {"along": "{} lengthwise", "across": "{} crosswise"}


def beside(what: str, side: str) -> str:
    """Where a bar lies beside an opening: ``in front of Sink``."""
    return _BESIDE[side].format(what)


def bar_words(key: str) -> str:
    """A bar by its key: ``in front of Sink``, ``3 lengthwise``, ``you added``."""
    if key.startswith(OWN):
        return "you added"
    what, _, last = key.rpartition(".")
    if what == "side" and last in _BESIDE:
        return f"along the {last} side"
    if last in _BESIDE:
        return beside(what, last)
    first, *numbers = key.split(".")
    if first in _WAYS:
        return _WAYS[first].format(numbers[0])
    return f"at inside corner {numbers[0]}" if first == "corner" and numbers else key
