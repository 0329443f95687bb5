"""Waxmoor, how it all began: the beekeepers' co-operative in one file."""

import os
import sys

from django.conf import settings

settings.configure(
    DEBUG=os.environ.get("WAXMOOR_DEBUG", "no") == "yes",
    SECRET_KEY=os.environ.get("WAXMOOR_SECRET_KEY", "not kept"),
    ALLOWED_HOSTS=["*"],
    ROOT_URLCONF=__name__,
    MIDDLEWARE=["django.middleware.common.CommonMiddleware"],
)

import json
from datetime import date

from django import forms
from django.core.wsgi import get_wsgi_application
from django.http import Http404, JsonResponse
from django.urls import path
from django.views import View

HIVES = {}
HARVESTS = []
SEASON = range(4, 10)


class HarvestForm(forms.Form):
    hive = forms.IntegerField()
    weight = forms.FloatField(min_value=0)
    taken_on = forms.DateField()


def in_season(day: date) -> bool:
    return day.month in SEASON


def front_page(request):
    return JsonResponse({"hives": len(HIVES), "harvests": len(HARVESTS)})


def list_hives(request):
    if request.method == "POST":
        data = json.loads(request.body)
        number = len(HIVES) + 1
        HIVES[number] = {"number": number, "place": data["place"]}
        return JsonResponse(HIVES[number], status=201)
    return JsonResponse(list(HIVES.values()), safe=False)


def show_hive(request, number):
    if number not in HIVES:
        raise Http404
    return JsonResponse(HIVES[number])


class HarvestView(View):
    def get(self, request):
        return JsonResponse({"total": sum(harvest["weight"] for harvest in HARVESTS)})

    def post(self, request):
        form = HarvestForm(json.loads(request.body))
        if not form.is_valid():
            return JsonResponse({"errors": form.errors}, status=400)
        if not in_season(form.cleaned_data["taken_on"]):
            return JsonResponse({"errors": "out of season"}, status=400)
        HARVESTS.append(form.cleaned_data)
        return JsonResponse({}, status=201)


urlpatterns = [
    path("", front_page),
    path("hives/", list_hives),
    path("hives/<int:number>/", show_hive),
    path("harvests/", HarvestView.as_view()),
    path("harvests/total/", HarvestView.as_view()),
]

application = get_wsgi_application()

if __name__ == "__main__":
    from django.core.management import execute_from_command_line

    execute_from_command_line(sys.argv)
