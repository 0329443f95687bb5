<?php

namespace Waxmoor\Hives;

class Bee
{
}
