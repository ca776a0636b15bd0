"""What people lift together: a casting, a bag, a bucket, a form with the mix in it."""

from ulbrek.core.base.figure import Figure, rule, work

# Share of the sum of what each could lift alone that a team lifts together.
TEAM_SHARE = {1: 1.0, 2: 2 / 3, 3: 0.5, 4: 0.5}
LARGEST_TEAM = max(TEAM_SHARE)
MOST_COUNTED_KG = 25.0  # a person, where it is judged what would hurt, whatever the shop says


def teams(one_person_kg: Figure | float) -> tuple[Figure, ...]:
    """What one, two, three and four people lift together [kg].

    Args:
        one_person_kg: what one of them lifts
    """
    return tuple(
        work(team_lifts, str(people), one_person_kg=one_person_kg, people=people, team_share=share)
        for people, share in TEAM_SHARE.items()
    )


def at_most(one_person_kg: Figure | float) -> tuple[Figure, ...]:
    """What one, two, three and four people carry now and then when they agree who calls [kg].

    Args:
        one_person_kg: what one of them lifts
    """
    return tuple(
        work(team_at_most, str(people), one_person_kg=one_person_kg, people=people, guideline_kg=guideline)
        for people, guideline in enumerate(teams(one_person_kg), 1)
    )


def team(one_person_kg: Figure | float, people: int) -> Figure:
    """What these people lift together [kg]; more than four are in each other's way and lift what four do.

    Args:
        one_person_kg: what one of them lifts
        people: how many, one at least
    """
    return teams(one_person_kg)[min(people, LARGEST_TEAM) - 1]


@rule(unit="kg", kind="allowed")
def team_lifts(one_person_kg: float, people: int, team_share: float) -> float:
    """Team guideline

    The guideline: two people together lift two thirds of what they could lift each alone, three or four about half.

    Args:
        one_person_kg: what one person lifts
        people: how many
        team_share: share of the sum that a team lifts

    Formula: one_person_kg * people * team_share

    Source: UK HSE manual handling guidance, from memory; four taken as three, common practice
    """
    return one_person_kg * people * team_share


@rule(unit="kg", kind="allowed")
def team_at_most(one_person_kg: float, people: int, guideline_kg: float) -> float:
    """Team limit

    Over the guideline for teams and not by more than a half, nobody more than they would lift alone: for one lift,
    with straps or a good edge to hold.

    Args:
        one_person_kg: what one person lifts
        people: how many
        guideline_kg: what the guideline says for that many

    Formula: min(one_person_kg * people, 1.5 * guideline_kg)

    Source: common practice
    """
    return min(one_person_kg * people, 1.5 * guideline_kg)
