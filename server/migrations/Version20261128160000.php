<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Who changed how the shop works, when, from what to what. */
final class Version20261128160000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Changes of the shop’s settings';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE shop_change (id UUID NOT NULL, made_at TIMESTAMPTZ(6) NOT NULL, person_id UUID NOT NULL, what VARCHAR(20) NOT NULL, before JSONB NOT NULL, after JSONB NOT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX shop_change_made ON shop_change (made_at)');
        $this->addSql('GRANT SELECT, INSERT ON shop_change TO yew_app');
    }
}
