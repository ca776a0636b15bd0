"""Which revision an undo or redo goes to."""

from collections.abc import Iterable

from ulbrek.core.base.frozen import dataclass


@dataclass(frozen=True, slots=True)
class History:
    """Numbers of the revisions whose documents can be gone back to and forward to, nearest last."""

    back: tuple[int, ...]
    forward: tuple[int, ...]

    @property
    def shown(self) -> int:
        """The revision whose document is the present one."""
        return self.back[-1]

    @property
    def undo_to(self) -> int | None:
        """The revision that an undo shows again."""
        return self.back[-2] if len(self.back) > 1 else None

    @property
    def redo_to(self) -> int | None:
        """The revision that a redo shows again."""
        return self.forward[-1] if self.forward else None


def history_of(actions: Iterable[tuple[int, str]]) -> History:
    """Folds revisions, oldest first, as (number, action): an edit forgets what could be redone."""
    back: list[int] = []
    forward: list[int] = []
    for number, action in actions:
        if action == "undo":
            forward.append(back.pop())
        elif action == "redo":
            back.append(forward.pop())
        else:
            back.append(number)
            forward.clear()
    return History(tuple(back), tuple(forward))
