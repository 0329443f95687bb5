<?php

namespace Waxmoor;

class Hive
{
    public function (
}
