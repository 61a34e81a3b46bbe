SET statement_timeout = 0;
SET lock_timeout = 0;
SET idle_in_transaction_session_timeout = 0;
SET client_encoding = 'UTF8';
SET standard_conforming_strings = on;
SELECT pg_catalog.set_config('search_path', '', false);
SET check_function_bodies = false;
SET xmloption = content;
SET client_min_messages = warning;
SET row_security = off;
CREATE SCHEMA drizzle;
SET default_tablespace = '';
SET default_table_access_method = heap;
CREATE TABLE drizzle.__drizzle_migrations (
    id integer NOT NULL,
    hash text NOT NULL,
    created_at bigint
);
CREATE SEQUENCE drizzle.__drizzle_migrations_id_seq
    AS integer
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
ALTER SEQUENCE drizzle.__drizzle_migrations_id_seq OWNED BY drizzle.__drizzle_migrations.id;
CREATE TABLE public.catalogue_items (
    id text NOT NULL,
    kind text NOT NULL,
    item jsonb NOT NULL,
    revision integer DEFAULT 0 NOT NULL,
    retired boolean DEFAULT false NOT NULL,
    changed_by text
);
CREATE TABLE public.job_format (
    name text NOT NULL,
    version integer NOT NULL
);
CREATE TABLE public.job_revisions (
    job_id uuid NOT NULL,
    revision integer NOT NULL,
    document text NOT NULL,
    saved_at timestamp with time zone NOT NULL,
    saved_by text DEFAULT 'this-machine'::text NOT NULL,
    name text
);
ALTER TABLE ONLY public.job_revisions ALTER COLUMN document SET COMPRESSION lz4;
CREATE SEQUENCE public.jobs_touched
    START WITH 1
    INCREMENT BY 1
    NO MINVALUE
    NO MAXVALUE
    CACHE 1;
CREATE TABLE public.jobs (
    id uuid NOT NULL,
    name text NOT NULL,
    revision integer NOT NULL,
    summary jsonb,
    created_at timestamp with time zone NOT NULL,
    updated_at timestamp with time zone NOT NULL,
    binned_at timestamp with time zone,
    summary_mark text,
    touched bigint DEFAULT nextval('public.jobs_touched'::regclass) NOT NULL
);
CREATE TABLE public.price_lists (
    id uuid NOT NULL,
    revision integer NOT NULL,
    active boolean NOT NULL,
    list jsonb NOT NULL,
    changed_by text
);
ALTER TABLE ONLY drizzle.__drizzle_migrations ALTER COLUMN id SET DEFAULT nextval('drizzle.__drizzle_migrations_id_seq'::regclass);
INSERT INTO drizzle.__drizzle_migrations VALUES (1, '800cff495dde2c4487f3caa674119022077cda34841c7ba67e756b2b8fedd6f7', 1795415440623);
INSERT INTO drizzle.__drizzle_migrations VALUES (2, 'c97c3703324416293dd6db77f025424503215833a94ac6b2040b13a5e94f1cee', 1795440811008);
INSERT INTO drizzle.__drizzle_migrations VALUES (3, '721ae7c0b26a58cbee3974340cff1a8cd011c4d6bc8c1615c559caa5076acc3d', 1795628437280);
INSERT INTO drizzle.__drizzle_migrations VALUES (4, 'af941301bec2b7aabf8fe65a36681afc832512f89bf03da1135a29f8510c930a', 1795633330153);
INSERT INTO drizzle.__drizzle_migrations VALUES (5, '19b8c9f73ada10b92190ee73f36e25cfee9ef19f6b7846d227816f1f1cf8ad10', 1795767929332);
INSERT INTO drizzle.__drizzle_migrations VALUES (6, 'eedb90e1b61aada46f36aa615633cd941b8adab7477ec10262fa582845b18bad', 1795786284997);
INSERT INTO drizzle.__drizzle_migrations VALUES (7, 'b4de7a09ed925025f05062421bf0a08b0821d0f178916cd809add669f9fe928d', 1795789193440);
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 1, '{
  "format": "yard-lamp-job",
  "version": 8,
  "name": "Narrowboat Corncrake",
  "note": "Eighteen metres, 24 V. Panels lie flat between the pigeon boxes.",
  "currency": "EUR",
  "units": "metric",
  "written": {},
  "site": {
    "kind": "boat",
    "place": "Lode and Wether canal",
    "latitudeDeg": 52.3,
    "longitudeDeg": -1.2,
    "altitudeM": 70,
    "utcOffsetH": 0,
    "recordLowC": -12,
    "recordHighC": 34,
    "batteryRoomLowC": 5,
    "batteryRoomHighC": 30,
    "monthMeanC": [4.2, 4.4, 6.6, 9, 12.2, 15.1, 17.2, 16.9, 14.3, 10.8, 7, 4.6],
    "daySwingK": 7,
    "sunKwhPerM2Day": [0.68, 1.3, 2.4, 3.85, 4.75, 5.1, 4.95, 4.2, 2.95, 1.65, 0.85, 0.52],
    "sunGivenFor": null,
    "sunBasis": "published",
    "sunSource": "",
    "climateId": null,
    "shadeFraction": [0.1, 0.1, 0.08, 0.08, 0.1, 0.1, 0.1, 0.1, 0.08, 0.08, 0.1, 0.1],
    "snowFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    "horizon": [],
    "soiling": "rain-washed",
    "albedoFraction": null,
    "planes": [
      {
        "id": "a",
        "name": "Cabin roof",
        "tiltDeg": 0,
        "azimuthDeg": 180,
        "parts": 1,
        "positions": "fixed",
        "seasonTiltsDeg": [null, null, null, null],
        "shape": "rectangle",
        "widthM": 6.4,
        "heightM": 1.6,
        "topWidthM": null,
        "mount": "flush",
        "mostWeightKg": 140
      }
    ],
    "monthsInUse": [3, 4, 5, 6, 7, 8, 9, 10],
    "daysInUse": "all",
    "critical": false,
    "ruleSet": "iec",
    "mainsVoltageV": 230,
    "mainsFrequencyHz": 50,
    "splitPhase": false,
    "lightningFlashesPerKm2Year": null,
    "arrayToBatteryM": null,
    "batteryToInverterM": null,
    "batteryToBoardM": null,
    "inverterToBoardM": null,
    "weightTargets": [
      {
        "id": "roof",
        "name": "Roof",
        "mostKg": 120,
        "places": ["array"]
      }
    ]
  },
  "loads": [
    {
      "id": "fridge",
      "name": "Refrigerator, 24 V",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 48,
      "basis": "meter",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": 2.58,
      "meterLoggedHours": 168,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": null,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "cabin-light",
      "name": "Cabin lights",
      "quantity": 8,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 2.5,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 4,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [6, 7, 18, 19, 20, 21, 22],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "water-pump",
      "name": "Fresh-water pump",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 75,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": 150,
      "hoursPerDay": 0.3,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [7, 12, 18],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "bilge",
      "name": "Bilge pump",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 60,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": 120,
      "hoursPerDay": 0.1,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [3],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Boat",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "laptop",
      "name": "Laptop",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 45,
      "basis": "clamp",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.6,
      "startW": null,
      "hoursPerDay": 5,
      "dutyCycle": 1,
      "daysPerWeek": 5,
      "hoursOfDay": [9, 10, 11, 14, 15],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "phones",
      "name": "Telephones and router",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 12,
      "converterEfficiency": 0.9,
      "powerW": 14,
      "basis": "typical",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 24,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "mixer",
      "name": "Hand blender",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 250,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.8,
      "startW": 400,
      "hoursPerDay": 0.05,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [18],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": false,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    }
  ],
  "batteryHeating": null,
  "controllerStandbyW": null,
  "monitorStandbyW": null,
  "loadMarginFraction": null,
  "existing": [],
  "schools": [],
  "items": [],
  "horizonYears": null,
  "batteryPriceFactors": {},
  "options": [
    {
      "id": "a",
      "name": "Flat panels on the roof",
      "systemVoltageV": 24,
      "battery": {
        "itemId": "haskerl-24-60",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "skerrin-180-slim",
        "sizing": "recover",
        "recoveryDays": 14,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": false,
          "gapMm": 20,
          "edgeMm": 60
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": null,
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-24-800",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "none",
        "months": [3, 10],
        "generatorId": null,
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": null,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "unanswered",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": 45,
          "otherA": 6,
          "voltageV": 28,
          "hoursPerDay": 1.5,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {
          "bus#1": {
            "xMm": 400,
            "yMm": 900
          }
        },
        "busStages": 1
      },
      "beside": [],
      "accepted": []
    },
    {
      "id": "b",
      "name": "Fewer panels, generator in spring and autumn",
      "systemVoltageV": 24,
      "battery": {
        "itemId": "haskerl-24-60",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "skerrin-180-slim",
        "sizing": "recover",
        "recoveryDays": 14,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": false,
          "gapMm": 20,
          "edgeMm": 60
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": null,
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-24-800",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [3, 9, 10],
        "generatorId": null,
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 1.9,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": 45,
          "otherA": 6,
          "voltageV": 28,
          "hoursPerDay": 1.5,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "beside": [],
      "accepted": []
    }
  ],
  "chosenOptionId": "a"
}
', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.job_revisions VALUES ('00000000-0000-4000-8000-000000000001', 2, '{
  "format": "yard-lamp-job",
  "version": 8,
  "name": "Narrowboat Corncrake",
  "note": "Eighteen metres, 24 V. Panels lie flat between the pigeon boxes.",
  "currency": "EUR",
  "units": "metric",
  "written": {},
  "site": {
    "kind": "boat",
    "place": "Lode and Wether canal",
    "latitudeDeg": 52.3,
    "longitudeDeg": -1.2,
    "altitudeM": 70,
    "utcOffsetH": 0,
    "recordLowC": -12,
    "recordHighC": 34,
    "batteryRoomLowC": 5,
    "batteryRoomHighC": 30,
    "monthMeanC": [4.2, 4.4, 6.6, 9, 12.2, 15.1, 17.2, 16.9, 14.3, 10.8, 7, 4.6],
    "daySwingK": 7,
    "sunKwhPerM2Day": [0.68, 1.3, 2.4, 3.85, 4.75, 5.1, 4.95, 4.2, 2.95, 1.65, 0.85, 0.52],
    "sunGivenFor": null,
    "sunBasis": "published",
    "sunSource": "",
    "climateId": null,
    "shadeFraction": [0.1, 0.1, 0.08, 0.08, 0.1, 0.1, 0.1, 0.1, 0.08, 0.08, 0.1, 0.1],
    "snowFraction": [0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0],
    "horizon": [],
    "soiling": "rain-washed",
    "albedoFraction": null,
    "planes": [
      {
        "id": "a",
        "name": "Cabin roof",
        "tiltDeg": 0,
        "azimuthDeg": 180,
        "parts": 1,
        "positions": "fixed",
        "seasonTiltsDeg": [null, null, null, null],
        "shape": "rectangle",
        "widthM": 6.4,
        "heightM": 1.6,
        "topWidthM": null,
        "mount": "flush",
        "mostWeightKg": 140
      }
    ],
    "monthsInUse": [3, 4, 5, 6, 7, 8, 9, 10],
    "daysInUse": "all",
    "critical": false,
    "ruleSet": "iec",
    "mainsVoltageV": 230,
    "mainsFrequencyHz": 50,
    "splitPhase": false,
    "lightningFlashesPerKm2Year": null,
    "arrayToBatteryM": null,
    "batteryToInverterM": null,
    "batteryToBoardM": null,
    "inverterToBoardM": null,
    "weightTargets": [
      {
        "id": "roof",
        "name": "Roof",
        "mostKg": 120,
        "places": ["array"]
      }
    ]
  },
  "loads": [
    {
      "id": "fridge",
      "name": "Refrigerator, 24 V",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 48,
      "basis": "meter",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": 2.58,
      "meterLoggedHours": 168,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": null,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "cabin-light",
      "name": "Cabin lights",
      "quantity": 8,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 2.5,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 4,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [6, 7, 18, 19, 20, 21, 22],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "water-pump",
      "name": "Fresh-water pump",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 75,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": 150,
      "hoursPerDay": 0.3,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [7, 12, 18],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "bilge",
      "name": "Bilge pump",
      "quantity": 1,
      "supply": "dc",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 60,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": 120,
      "hoursPerDay": 0.1,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [3],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "critical",
      "stage": "now",
      "group": "Boat",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "laptop",
      "name": "Laptop",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 45,
      "basis": "clamp",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.6,
      "startW": null,
      "hoursPerDay": 5,
      "dutyCycle": 1,
      "daysPerWeek": 5,
      "hoursOfDay": [9, 10, 11, 14, 15],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "phones",
      "name": "Telephones and router",
      "quantity": 1,
      "supply": "dc",
      "voltageV": 12,
      "converterEfficiency": 0.9,
      "powerW": 14,
      "basis": "typical",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": null,
      "startW": null,
      "hoursPerDay": 24,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10, 11, 12, 13, 14, 15, 16, 17, 18, 19, 20, 21, 22, 23],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": true,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Cabin",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    },
    {
      "id": "mixer",
      "name": "Hand blender",
      "quantity": 1,
      "supply": "ac",
      "voltageV": null,
      "converterEfficiency": null,
      "powerW": 250,
      "basis": "label",
      "labelVoltageV": null,
      "labelCurrentA": null,
      "meterEnergyKwh": null,
      "meterLoggedHours": null,
      "powerFactor": 0.8,
      "startW": 400,
      "hoursPerDay": 0.05,
      "dutyCycle": 1,
      "daysPerWeek": 7,
      "hoursOfDay": [18],
      "weekendHoursOfDay": null,
      "monthFactors": null,
      "leg": null,
      "runsTogether": false,
      "togetherSet": "",
      "priority": "ordinary",
      "stage": "now",
      "group": "Galley",
      "systemId": null,
      "note": "",
      "typicalId": null,
      "slipsAccepted": []
    }
  ],
  "batteryHeating": null,
  "controllerStandbyW": null,
  "monitorStandbyW": null,
  "loadMarginFraction": null,
  "existing": [],
  "schools": [],
  "items": [],
  "horizonYears": null,
  "batteryPriceFactors": {},
  "options": [
    {
      "id": "a",
      "name": "Flat panels on the roof",
      "systemVoltageV": 24,
      "battery": {
        "itemId": "haskerl-24-60",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "skerrin-180-slim",
        "sizing": "recover",
        "recoveryDays": 14,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": false,
          "gapMm": 20,
          "edgeMm": 60
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": null,
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-24-800",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "none",
        "months": [3, 10],
        "generatorId": null,
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": null,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "unanswered",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": 45,
          "otherA": 6,
          "voltageV": 28,
          "hoursPerDay": 1.5,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {
          "bus#1": {
            "xMm": 400,
            "yMm": 900
          }
        },
        "busStages": 1
      },
      "beside": [],
      "accepted": []
    },
    {
      "id": "b",
      "name": "Fewer panels, generator in spring and autumn",
      "systemVoltageV": 24,
      "battery": {
        "itemId": "haskerl-24-60",
        "chemistry": null,
        "autonomyDays": 2,
        "depthOfDischarge": null,
        "agingFactor": null,
        "ageing": null,
        "selfDischargeFractionPerMonth": null,
        "parallel": null,
        "sizing": null,
        "coldProtected": false,
        "vented": false,
        "settings": {
          "absorptionV": null,
          "floatV": null,
          "lowCutoffV": null
        },
        "cellsManaged": false,
        "monitored": true
      },
      "array": {
        "panelId": "skerrin-180-slim",
        "sizing": "recover",
        "recoveryDays": 14,
        "singleFactor": null,
        "singleSunHours": null,
        "seasonalYield": null,
        "fit": {
          "portrait": false,
          "gapMm": 20,
          "edgeMm": 60
        },
        "dumpLoads": [],
        "losses": {
          "soiling": null,
          "mismatch": null,
          "wiring": null,
          "temperature": null,
          "controller": null,
          "battery": null,
          "ageing": null
        }
      },
      "controller": {
        "itemId": null,
        "quantity": null,
        "panelsPerString": null,
        "stringsPerController": null,
        "clippingFraction": null,
        "setA": null,
        "further": []
      },
      "inverter": {
        "itemId": "orrowell-24-800",
        "quantity": null,
        "headroom": null,
        "idleW": null,
        "hoursPerDay": null,
        "stacking": null,
        "searchMode": false,
        "searchW": null,
        "acCoupled": null
      },
      "backup": {
        "kind": "generator",
        "months": [3, 9, 10],
        "generatorId": null,
        "chargerId": null,
        "chargers": null,
        "chargerSetA": null,
        "houseLoadW": null,
        "fuelPricePerL": 1.9,
        "startAt": null,
        "stopAt": null,
        "attended": false,
        "bond": "transfers",
        "refillHours": null,
        "together": null,
        "inletA": null,
        "inputSetA": null,
        "onOneUnit": false,
        "alternator": {
          "ratedA": 90,
          "idleA": 45,
          "otherA": 6,
          "voltageV": 28,
          "hoursPerDay": 1.5,
          "chargerId": null,
          "setA": null,
          "byRelay": false
        }
      },
      "wiring": {
        "circuits": {},
        "fittings": {},
        "bonds": {},
        "neutralBonds": null,
        "inLine": [],
        "wall": {},
        "busStages": 1
      },
      "beside": [],
      "accepted": []
    }
  ],
  "chosenOptionId": "a"
}
', '2026-01-02 03:04:05+00', 'this-machine', NULL);
INSERT INTO public.jobs VALUES ('00000000-0000-4000-8000-000000000001', 'Narrowboat Corncrake', 2, '{}', '2026-01-02 03:04:05+00', '2026-01-02 03:04:05+00', NULL, NULL, 2);
SELECT pg_catalog.setval('drizzle.__drizzle_migrations_id_seq', 7, true);
SELECT pg_catalog.setval('public.jobs_touched', 2, true);
ALTER TABLE ONLY drizzle.__drizzle_migrations
    ADD CONSTRAINT __drizzle_migrations_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.catalogue_items
    ADD CONSTRAINT catalogue_items_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.job_format
    ADD CONSTRAINT job_format_pkey PRIMARY KEY (name);
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_revision_pk PRIMARY KEY (job_id, revision);
ALTER TABLE ONLY public.jobs
    ADD CONSTRAINT jobs_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.price_lists
    ADD CONSTRAINT price_lists_pkey PRIMARY KEY (id);
ALTER TABLE ONLY public.job_revisions
    ADD CONSTRAINT job_revisions_job_id_jobs_id_fk FOREIGN KEY (job_id) REFERENCES public.jobs(id) ON DELETE CASCADE;
