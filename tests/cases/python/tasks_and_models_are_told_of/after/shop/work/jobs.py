from celery import shared_task
from django.db import models


@shared_task
def send(): ...


class Mail(models.Model): ...
