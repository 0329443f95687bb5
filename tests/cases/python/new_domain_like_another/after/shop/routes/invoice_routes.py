"""Routes of invoices."""

from flask import Blueprint

from shop.controllers.invoice_controller import InvoiceController

invoices = Blueprint("invoices", __name__)


@invoices.get("")
def list_invoices():
    return InvoiceController().list_invoices()


@invoices.get("/<int:invoice_id>")
def show_invoice(invoice_id):
    return InvoiceController().show_invoice(invoice_id)
