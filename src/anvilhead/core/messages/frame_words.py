"""What is said of a joined frame: its slide, its pushes, what two diagonals cannot see."""

from anvilhead.core.check.frame import CutWrong, FrameCheck, Slide
from anvilhead.core.check.squaring import SquareCheck, Verdict
from anvilhead.core.geometry.footprint import Footprint
from anvilhead.core.messages.coach_words import way_of
from anvilhead.core.messages.words import listed, things_word
from anvilhead.core.moves.moves import Push
from anvilhead.core.units.length_printing import print_difference, print_length
from anvilhead.core.units.units import Units


def frame_headline(check: SquareCheck, footprint: Footprint, units: Units) -> str | None:
    """What to do with a frame, in a few words; None where there is nothing to push."""
    if check.frame is None or check.verdict is not Verdict.ADJUST or check.order is None or not check.order.pushes:
        return None
    if check.frame.slide:
        return slide_text(check.frame.slide, units)
    if len(check.order.pushes) == 1:
        return _push_text(check.order.pushes[0], footprint, units)
    return f"Push {things_word(len(check.order.pushes), check.order.hands)}, one at a time"


def slide_text(slide: Slide, units: Units) -> str:
    """The one slide that brings a rectangular frame in."""
    return f"Slide {slide.line} {print_difference(slide.move_mm, units)} toward {slide.toward}"


def frame_step(push: Push, footprint: Footprint, burn_mm: float, units: Units) -> str:
    """One push of a frame, as an order: how far, and what the tapes then read, started at the burn."""
    reads = print_length(push.until[0].length_mm + burn_mm, units).text
    reads += ", burn and all" if burn_mm else ""
    pairs = listed([f"{one.start}–{one.end}" for one in push.until])
    read = f"both read {reads}" if len(push.until) > 1 else f"reads {reads}"
    return f"{_push_text(push, footprint, units)}, until {pairs} {read}; then pin it."


def _push_text(push: Push, footprint: Footprint, units: Units) -> str:
    amount = print_difference(abs(push.inward_mm), units)
    if footprint.is_rectangle:
        return f"Push {push.corner} {amount} {_slid_toward(footprint, push)}"
    return f"Push {push.corner} {amount} {way_of(push.inward_mm, footprint)}, square to {push.line}"


def _slid_toward(footprint: Footprint, push: Push) -> str:
    """Along the far side of a rectangle, square to the piece that the corner is swung on."""
    side = next(one for one in footprint.sides_at(push.corner) if one.name != push.line)
    other = side.end if side.start == push.corner else side.start
    return f"{'toward' if push.inward_mm > 0 else 'away from'} {other}"


def frame_text(frame: FrameCheck, verdict: Verdict, units: Units) -> str:
    """What is wrong with a frame, or what these pulls cannot see of it."""
    if verdict is Verdict.CHECK_READINGS:
        return _wrong_text(frame.wrong, units)
    if frame.unseen_mm is None:
        return "Nothing checks yet whether the sides are as cut: one cut wrong, or a slip of the tape, would not show."
    return (
        f"What these pulls cannot see: a side cut wrong by less than {print_difference(frame.unseen_mm, units)}, or a "
        "corner that is not joined tight. Pull a side where you doubt the saw."
    )


def _wrong_text(wrong: tuple[CutWrong, ...], units: Units) -> str:
    certain = [one for one in wrong if one.certain]
    if certain:
        one = certain[0]
        way = "longer" if one.off_mm > 0 else "shorter"
        return (
            f"{one.line} is {print_difference(abs(one.off_mm), units)} {way} than planned. Push nothing: "
            "cut or fasten it right first."
        )
    if not wrong:
        return "These readings cannot belong to sides as cut. Push nothing before they are pulled again."
    sides = listed([one.line for one in wrong])
    return (
        f"These readings cannot belong to sides as cut. Push nothing: pull {sides}, and the diagonals "
        "again, to see which is wrong."
    )
