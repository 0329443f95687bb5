from shop.controllers.base_controller import BaseController
from shop.models.invoice import INVOICE_LIMIT, Invoice


class InvoiceController(BaseController):
    """Answers requests about an invoice."""

    def list_invoices(self):
        return [Invoice(number).number for number in range(INVOICE_LIMIT)]

    def show_invoice(self, invoice_id):
        """Show an invoice."""
        return {"invoice": Invoice(invoice_id).number}
