from .views import show
