<?php

namespace Waxmoor\Entities;

class Frame extends Hive
{
}
