"""From results to text, JSON and pictures; renderers know only the model."""
