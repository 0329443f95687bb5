<?php

namespace Waxmoor;

class Hive
{
}
