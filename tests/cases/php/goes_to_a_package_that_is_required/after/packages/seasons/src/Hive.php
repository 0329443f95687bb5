<?php

namespace Seasons;

class Hive
{
}
