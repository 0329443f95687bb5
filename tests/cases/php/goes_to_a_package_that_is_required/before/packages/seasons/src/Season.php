<?php

namespace Seasons;

class Season
{
}
