"""`python -m acrebox`: the core without the web, and backups."""

import sys

from acrebox import cli, keeping

words = sys.argv[1:]
sys.exit(keeping.main(words) if words[:1] and words[0] in keeping.COMMANDS else cli.main(words))
