"""Worked examples for the OpenAPI document."""

PLAN = {
    "name": "Boat store",
    "kind": "building",
    "footprint": {"shape": "rectangle", "length": "44'", "width": "27' 6\""},
    "tolerance": '1/8"',
    "board_setback": "4'",
    "held_line": "AB",
}
STRUCTURE = {"id": "5f0c8a52-6a0e-4d0f-9c7e-0a4f3f6f2d11", "name_in_file": "store", "plan": PLAN}
JOB = {
    "id": "0d9a4c86-1f2b-4a55-8a6d-6b0f1d1f7c01",
    "name": "Gannet Slip",
    "units": "ft-in",
    "burn": "1'",
    "structure": STRUCTURE,
}
PULL = {
    "id": "b8a9c7de-3f04-4c4e-9d3b-2f0e6f1a5c77",
    "units": "ft-in",
    "round": 1,
    "from": "A",
    "to": "C",
    "reading": "52' 10 5/8\"",
    "burn": "1'",
}
PREVIEW = {
    "units": "ft-in",
    "burn": "1'",
    "plan": PLAN,
    "pulls": [{key: PULL[key] for key in ("from", "to", "reading", "burn")}],
}
WALK = {"units": "ft-in", "steps": [{"go": "30'"}, {"turn": 90, "go": "12'"}, {"turn": 90, "go": "closes"}]}
RESHAPE = {"units": "ft-in", "footprint": PLAN["footprint"], "mirror": True}
OUTLINE = {"units": "m", "points": [[0, 0], [9.6, 0], [9.6, 6.4], [0, 6.4]], "unit_mm": 1000, "start": 0}
DXF = "0\nSECTION\n2\nENTITIES\n0\nLWPOLYLINE\n…"
POINTS = "A,0,0\nB,9.6,0\nC,9.6,6.4\nD,0,6.4\n"
LEVEL_PLAN = {
    "benchmark": {"name": "BM", "height": "100'"},
    "targets": [{"name": "form tops", "height": "101' 2\"", "at": ["A", "B"]}],
}
SETUP = {"id": "1d6f0a0e-54a5-4a0b-8a35-5c8c3a3b9c01", "units": "ft-in", "instrument": "laser", "rod": "ft-in"}
SHOT = {
    "id": "7b0b3f4e-93a8-4a4d-8ad1-1d5d2a8a2f02",
    "rod": "ft-in",
    "at": "BM",
    "reading": "4' 2\"",
}
LEVEL_ASKED = {"units": "ft-in", "rod": "ft-in", "text": "3 9", "hi_mm": 1270}
INSTRUMENT_CHECK = {
    "id": "3c1d6a52-0f2c-4f0e-9b3a-6a2f3a9b7c03",
    "units": "m",
    "device": "Level 2",
    "kind": "two-peg",
    "readings": ["1.402", "1.214", "1.506", "1.330"],
    "distance": "60",
    "near": "2",
    "beyond": True,
}
LEVEL_BOOK = {"text": "setup,instrument,point,reading\n1,laser,BM,4' 2\"\n1,laser,A,3' 9\"\n", "keep": False}
FILE = {
    "format": "anvilhead-job",
    "version": 1,
    "name": "Gannet Slip",
    "units": "ft-in",
    "structures": [{"id": "store", **PLAN}],
    "pulls": [{"structure": "store", "round": 1, "from": "A", "to": "C", "reading": "52' 10 5/8\"", "burn": "1'"}],
}

DAYS = {
    "base_revision": 0,
    "days": {
        "start": "2026-11-30",
        "zone": "America/Chicago",
        "from_plans": True,
        "locates": [{"number": "L-4471", "asked": "2026-11-20", "notice_days": 2, "lasts_days": 14}],
    },
}

HOLD = {
    "id": "5f0c6a52-5f0e-4b52-8a55-0d7c4e3a9b10",
    "hold": "boundary",
    "doing": "seen",
    "seen": [0, 1],
    "whole_job": True,
}

NOTE = {
    "id": "7d0d3b1e-7a3a-4a53-9f0b-0d5d1b1c8e11",
    "pin": {"point": "C"},
    "text": "Roots under the stake at C: moved a foot out.",
}

SIGN_OFF = {"id": "0b9e2d6e-8a55-4d6e-9f41-3b1f3f0f6a01", "digest": "5f" * 32, "note": "Handed to the framers."}

PRACTICE = {"id": "6c0f3f0e-6a0e-4a3d-9c55-0b6f3f1f7a10", "task": "square-slab", "units": "ft-in"}
PRACTICE_STEP = {"id": "0c2f6a1c-93f4-4f8e-b8f4-3f6f6a4b9e11", "do": "pull", "start": "A", "end": "C"}
INSTRUMENT = {
    "id": "8c7a2f1e-4b0d-4a51-9a0e-2f6b9d1c7e04",
    "units": "ft-in",
    "instrument": {"name": "Laser 2", "kind": "laser", "error": '1/32"', "drift": '1/16"', "drift_over": "100'"},
}
INSTRUMENT_CHANGE = {"units": "ft-in", "base_revision": 1, "instrument": {"name": "Laser 2", "kind": "laser"}}
SHELF_TEST = {
    "id": "b41e0a7c-0b4e-4f8e-8f38-6d3f5c9a2e05",
    "units": "ft-in",
    "test": {"known_lengths": [{"known": "3'", "reads": "3' 0 1/16\""}, {"known": "90'", "reads": "90' 0 1/8\""}]},
}
KNOCK = {"id": "e0a9f7d3-5a1c-4c55-8d0e-1b7c6a4f3d06", "note": "Fell off the tailgate."}
STEEL = {"units": "ft-in", "length": "90'", "temperature": 95, "pull": 12, "span": "0"}
SET_TASK = {
    "id": "6c0e4d1b-93c8-4a9f-a6a1-4f2e8b7d5c06",
    "task": "find-slip",
    "units": "ft-in",
    "for_who": "Tomas",
    "note": "Before we pour on Thursday.",
}
