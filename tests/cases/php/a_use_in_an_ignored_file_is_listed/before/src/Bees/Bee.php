<?php

namespace Waxmoor\Bees;

class Bee
{
}
