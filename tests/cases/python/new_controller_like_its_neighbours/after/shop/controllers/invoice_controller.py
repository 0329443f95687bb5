"""Answers requests about invoices."""

from shop.controllers.base_controller import BaseController


class InvoiceController(BaseController):
    """Answers requests about invoices."""
