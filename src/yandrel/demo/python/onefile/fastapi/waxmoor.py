"""Waxmoor, how it all began: the beekeepers' co-operative in one file."""

import os
from datetime import date
from typing import Annotated

from fastapi import Depends, FastAPI, HTTPException, Request
from fastapi.responses import JSONResponse
from pydantic import BaseModel, ConfigDict

DATABASE_NAME = os.environ.get("WAXMOOR_NAME", "Waxmoor")

app = FastAPI(title=DATABASE_NAME)

HIVES = {}
HARVESTS = []


class OutOfSeasonError(Exception):
    """Honey that is taken in winter."""


class HiveIn(BaseModel):
    place: str
    frames: int = 10


class HiveOut(HiveIn):
    model_config = ConfigDict(from_attributes=True)

    number: int


class HarvestIn(BaseModel):
    hive: int
    weight: float
    taken_on: date


def get_hives():
    return HIVES


Hives = Annotated[dict, Depends(get_hives)]


@app.exception_handler(OutOfSeasonError)
async def answer_out_of_season(request: Request, error: OutOfSeasonError):
    return JSONResponse({"error": str(error)}, status_code=400)


@app.get("/")
def front_page():
    return {"name": DATABASE_NAME, "hives": len(HIVES)}


@app.get("/hives", response_model=list[HiveOut])
def list_hives(hives: Hives):
    return list(hives.values())


@app.post("/hives", response_model=HiveOut, status_code=201)
def add_hive(data: HiveIn, hives: Hives):
    number = len(hives) + 1
    hives[number] = HiveOut(number=number, **data.model_dump())
    return hives[number]


@app.get("/hives/strongest", response_model=HiveOut)
def strongest_hive(hives: Hives):
    return max(hives.values(), key=lambda hive: hive.frames)


@app.get("/harvests/total")
def total_harvest():
    return {"total": sum(harvest.weight for harvest in HARVESTS)}


@app.get("/hives/{number}", response_model=HiveOut)
def show_hive(number: int, hives: Hives):
    if number not in hives:
        raise HTTPException(404, "there is no such hive")
    return hives[number]


def check_season(day: date):
    if not 4 <= day.month <= 9:
        raise OutOfSeasonError("no honey is taken out of season")


@app.post("/harvests", status_code=201)
def add_harvest(data: HarvestIn):
    check_season(data.taken_on)
    HARVESTS.append(data)
    return data


@app.get("/health")
async def health():
    return {"ok": True}
