<?php

namespace Waxmoor\Entities;

class Hive
{
}
