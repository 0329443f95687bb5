<?php

namespace Waxmoor\Models;

abstract class Base
{
}
