"""Reading the layout backwards: from files to roles, domains, arrangement and figures."""
