<?php

define('BOOTED', true);
