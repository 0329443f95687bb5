<?php

namespace Waxmoor\Models;

class Hive
{
}
