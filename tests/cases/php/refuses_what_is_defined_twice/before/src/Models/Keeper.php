<?php

namespace Waxmoor\Models;

class Keeper extends Hive
{
}
