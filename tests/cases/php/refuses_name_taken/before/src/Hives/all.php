<?php

namespace Waxmoor\Hives;

class HIVE
{
}
