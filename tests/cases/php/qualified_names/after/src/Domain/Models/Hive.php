<?php

namespace Waxmoor\Domain\Models;

class Hive
{
}
