<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** The cold bench: the shop's practice, photos of amplifiers, pages of schematics with their marks. */
final class Version20261125140000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Practice, photos, schematic pages';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("ALTER TABLE shop ADD practice JSONB DEFAULT '{}' NOT NULL");
        $this->addSql('CREATE TABLE photo (id UUID NOT NULL, job_id UUID NOT NULL, unit_id UUID NOT NULL, sha256 VARCHAR(64) NOT NULL, width INT NOT NULL, height INT NOT NULL, added_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, added_by UUID NOT NULL, removed_at TIMESTAMP(6) WITH TIME ZONE DEFAULT NULL, PRIMARY KEY (id))');
        $this->addSql('CREATE INDEX photo_job ON photo (job_id)');
        $this->addSql("CREATE TABLE schematic_page (id UUID NOT NULL, sheet_id UUID NOT NULL, number INT NOT NULL, sha256 VARCHAR(64) NOT NULL, width INT NOT NULL, height INT NOT NULL, marks JSONB DEFAULT '[]' NOT NULL, added_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, added_by UUID NOT NULL, PRIMARY KEY (id), UNIQUE (sheet_id, number))");
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON photo TO yew_app');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON schematic_page TO yew_app');
    }
}
