<?php

namespace Waxmoor\Hives;

class Hive
{
}
