<?php

class Hive
{
}
