"""`python -m northspan`."""

import sys

from northspan.cli import main

sys.exit(main())
