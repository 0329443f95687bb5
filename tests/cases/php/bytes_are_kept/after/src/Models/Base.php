<?php

namespace Waxmoor\Models;

class Base
{
}
