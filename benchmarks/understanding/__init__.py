"""How well roles, kinds and domains are told, on files of applications that were labelled by hand."""
